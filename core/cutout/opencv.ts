/** What is used of the OpenCV library. */

/** A matrix of the library. */
export interface Mat {
  data: Uint8Array;
  /** The same as floats, where its type is CV_32F. */
  data32F: Float32Array;
  /** A part of it; it shares its px. */
  roi(part: object): Mat;
  clone(): Mat;
  delete(): void;
}

/** A network that was trained elsewhere. */
export interface Network {
  setInput(blob: Mat): void;
  forward(): Mat;
}

/** What is used of the library. */
export interface OpenCv {
  Mat: { new (): Mat; new (rows: number, columns: number, type: number): Mat };
  Rect: { new (): object; new (x: number, y: number, width: number, height: number): object };
  Size: new (width: number, height: number) => object;
  Scalar: new (a: number, b: number, c: number, d: number) => object;
  CV_32F: number;
  CV_8UC1: number;
  CV_8UC3: number;
  COLOR_RGB2Lab: number;
  GC_INIT_WITH_MASK: number;
  GC_EVAL: number;
  GC_EVAL_FREEZE_MODEL: number;
  INTER_AREA: number;
  setRNGSeed(seed: number): void;
  resize(from: Mat, to: Mat, size: object, x: number, y: number, way: number): void;
  cvtColor(from: Mat, to: Mat, code: number): void;
  GaussianBlur(from: Mat, to: Mat, size: object, sigma: number): void;
  grabCut(
    picture: Mat,
    labels: Mat,
    box: object,
    background: Mat,
    subject: Mat,
    rounds: number,
    mode: number,
  ): void;
  /** Makes a file of a network that is then read by its path: a folder, a name, the bytes, and what may be done with it. */
  FS_createDataFile(
    folder: string,
    name: string,
    bytes: Uint8Array,
    canRead: boolean,
    canWrite: boolean,
    canOwn: boolean,
  ): void;
  FS_unlink(path: string): void;
  readNetFromTFLite(path: string): Network;
  /** A picture as the input of a network: scaled by a factor and to a size, less a mean. */
  blobFromImage(
    picture: Mat,
    factor: number,
    size: object,
    mean: object,
    swapsRedAndBlue: boolean,
    crops: boolean,
    type: number,
  ): Mat;
}
