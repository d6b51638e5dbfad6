export interface ColourProps {
  label: string;
  value: string;
  onChange(value: string): void;
  onDone(): void;
  /** Where its picker opens; to the left if left out. */
  side?: 'left' | 'bottom';
}
