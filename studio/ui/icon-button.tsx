/** A small button that shows a picture, and says what it does. */
export const IconButton = ({
  label,
  onClick,
  children,
}: {
  label: string;
  onClick(): void;
  children: React.ReactNode;
}) => (
  <button
    type="button"
    aria-label={label}
    data-tip={label}
    onClick={onClick}
    className="rounded p-1.5 text-dim hover:bg-raised hover:text-ink"
  >
    {children}
  </button>
);
