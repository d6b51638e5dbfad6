/** Made by `faces.ts`: where each shipped face's file is served, by its name. */
declare module 'virtual:faces' {
  export const faces: Readonly<Record<string, string>>;
}
