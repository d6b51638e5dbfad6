import { useUrl } from './use-url';

/** A picture that is at hand as a blob; nothing until there is one. */
export function BlobPicture({ blob, className }: { blob: Blob | null; className?: string }) {
  const url = useUrl(blob);
  return url && <img src={url} alt="" className={className} />;
}
