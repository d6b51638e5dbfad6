/** What is used of the OpenCV library. */

/** A matrix of the library. */
export interface Mat {
  data: Uint8Array;
  /** A part of it; it shares its px. */
  roi(part: object): Mat;
  clone(): Mat;
  delete(): void;
}

/** What is used of the library. */
export interface OpenCv {
  Mat: { new (): Mat; new (rows: number, columns: number, type: number): Mat };
  Rect: { new (): object; new (x: number, y: number, width: number, height: number): object };
  Size: new (width: number, height: number) => object;
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
}
