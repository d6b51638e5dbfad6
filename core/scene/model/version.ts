/** The version of scene.json that this program writes. */
export const VERSION = 9;
