import { transferHandlers, type TransferHandler } from 'comlink';
import { detailsOf } from '../state/error-details';

/** Imported by workers: sends with an error what the program that found it said, which the page shows as details. */

interface Sent {
  isError: boolean;
  value: { details?: string | null };
}

const plain = transferHandlers.get('throw') as TransferHandler<{ value: unknown }, Sent>;

transferHandlers.set('throw', {
  ...plain,
  serialize(thrown: { value: unknown }) {
    const [sent, transferred] = plain.serialize(thrown);
    if (sent.isError) sent.value.details = detailsOf(thrown.value);
    return [sent, transferred];
  },
} as TransferHandler<unknown, Sent>);
