import { nanoid } from 'nanoid/non-secure';

/** A new id: 10 letters, digits, - or _. */
export const newId = (): string => nanoid(10);
