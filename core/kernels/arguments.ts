import type { Region } from '../pixels/region';

/** What kernels take besides plain numbers. The types keep one from being given for another. */

declare const ADDRESS: unique symbol;
declare const STRIDE: unique symbol;

/** A place in the kernels' memory, bytes; 0 stands for nothing. */
export type Address = number & { readonly [ADDRESS]: true };

/** From the beginning of a row to that of the next, bytes. */
export type Stride = number & { readonly [STRIDE]: true };

export const NOWHERE = 0 as Address;

/** The place so many bytes after another. */
export const after = (address: Address, bytes: number): Address => (address + bytes) as Address;

/** The stride of rows of so many floats. */
export const strideOf = (floats: number): Stride => (4 * floats) as Stride;

/** The stride of rows of so many bytes. */
export const byteStride = (bytes: number): Stride => bytes as Stride;

/** The stride of the rows of a buffer (4 channels) or plane (1) over a region. */
export const rowStride = ({ width }: Region, channels: 1 | 4): Stride => strideOf(width * channels);
