import { transferHandlers, type TransferHandler } from 'comlink';
import { detailsOf } from '../state/error-details';
import { faultParts, type FaultParts } from '../words/error-words';

/** Imported by workers: sends with an error what the program that found it said, which the page shows as details, and the parts of a file's fault. */

interface Sent {
  isError: boolean;
  value: { details?: string | null } & Partial<FaultParts>;
}

const plain = transferHandlers.get('throw') as TransferHandler<{ value: unknown }, Sent>;

transferHandlers.set('throw', {
  ...plain,
  serialize(thrown: { value: unknown }) {
    const [sent, transferred] = plain.serialize(thrown);
    if (sent.isError)
      Object.assign(sent.value, faultParts(thrown.value), { details: detailsOf(thrown.value) });
    return [sent, transferred];
  },
} as TransferHandler<unknown, Sent>);
