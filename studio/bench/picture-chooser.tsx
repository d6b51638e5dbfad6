import { useRef, type ReactNode } from 'react';
import { PICTURES } from '../files/accepted';
import { FileInput } from '../ui/file-input';
import { replaceWith } from './replace-picture';

/** What opens a chooser of files whose picture takes the place of a layer's. */
export function PictureChooser({
  layer,
  label,
  children,
}: {
  /** The id of the layer. */
  layer: string;
  label: string;
  children(open: () => void): ReactNode;
}) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      {children(() => chooser.current?.click())}
      <FileInput
        ref={chooser}
        label={label}
        accept={PICTURES}
        multiple={false}
        onFiles={([file]) => file && void replaceWith(layer, file)}
      />
    </>
  );
}
