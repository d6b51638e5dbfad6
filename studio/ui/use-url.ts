import { useEffect, useState } from 'react';

/** An address of a file that the page holds, as long as it is shown; an address is its own. Null for none. */
export function useUrl(file: Blob | string | null): string | null {
  const [url, setUrl] = useState<string | null>(typeof file === 'string' ? file : null);
  useEffect(() => {
    if (!(file instanceof Blob)) return setUrl(file);
    const made = URL.createObjectURL(file);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [file]);
  return url;
}
