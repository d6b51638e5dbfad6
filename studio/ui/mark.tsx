/** The mark: a bent tube that burns. */
export function Mark({ size = 24 }: { size?: number }) {
  return <img src="/mark.svg" width={size} height={size} alt="" aria-hidden="true" />;
}
