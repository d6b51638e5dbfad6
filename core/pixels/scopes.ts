/** What scopes show of a picture: how often tones occur, and where across it. */

/** Steps of tone from black to white, sRGB-encoded. */
export const TONES = 256;
/** Columns and rows of a waveform. */
export const WAVE = { columns: 160, rows: 64 } as const;
/** Cells to a side of the map of colours. */
export const COLOURS = 48;

/** What scopes show. */
export interface Scopes {
  /** How many px have a tone, by red, green, blue and luma: four times `TONES`; what is brighter than white counts in the last. */
  histogram: Uint32Array<ArrayBuffer>;
  /** The share of luma tones in each column of the picture, row by row from white down, `WAVE.rows` × `WAVE.columns`. */
  waveform: Float32Array<ArrayBuffer>;
  /** How often colours occur, by a (columns) and b (rows, from +) of OKLab, `COLOURS` × `COLOURS`. */
  colours: Uint32Array<ArrayBuffer>;
  /** Shares of px with a channel beyond white, and with no light, 0–1. */
  clipped: number;
  crushed: number;
}
