import bidiFactory from 'bidi-js';

/** Levels of embedding, by the Unicode Bidirectional Algorithm. */
export const bidi = bidiFactory();
