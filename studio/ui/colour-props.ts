export interface ColourProps {
  label: string;
  value: string;
  onChange(value: string): void;
  onDone(): void;
}
