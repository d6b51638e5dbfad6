import type { Ref } from 'react';

interface Props {
  ref: Ref<HTMLInputElement>;
  label: string;
  accept: string;
  multiple?: boolean;
  onFiles(files: File[]): void;
}

/** A file chooser without a face; a button opens it. */
export function FileInput({ ref, label, accept, multiple = true, onFiles }: Props) {
  return (
    <input
      ref={ref}
      type="file"
      hidden
      multiple={multiple}
      aria-label={label}
      accept={accept}
      onChange={(e) => {
        const files = [...(e.target.files ?? [])];
        e.target.value = '';
        onFiles(files);
      }}
    />
  );
}
