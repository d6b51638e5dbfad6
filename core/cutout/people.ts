import type { Mat, OpenCv } from './opencv';

/**
 * Where people are in a picture, by a small network that was trained on them (a MobileNet of 256 × 256 px; its
 * weights are a file of the package `@mediapipe/selfie_segmentation`, Apache 2.0). The OpenCV library runs it.
 */

/** The side of the picture that the network takes, px. */
const SIDE = 256;
/** px with more chance than this are taken for people. */
const LIKELY = 0.5;
/** People of less than this share of the picture are none. */
const LEAST = 0.01;

export interface PeopleFinder {
  /** The chance that each px of a picture (three bytes a px) shows a person, 0–1, on a grid of width × height px. */
  chance(picture: Mat, width: number, height: number): Float32Array;
}

/** A finder of people by the bytes of the network's file. Once for each library. */
export function peopleFinder(cv: OpenCv, model: Uint8Array): PeopleFinder {
  const name = 'people.tflite';
  cv.FS_createDataFile('/', name, model, true, false, false);
  const network = cv.readNetFromTFLite(`/${name}`);
  cv.FS_unlink(`/${name}`);
  return {
    chance(picture, width, height) {
      const size = new cv.Size(SIDE, SIDE);
      const none = new cv.Scalar(0, 0, 0, 0);
      const input = cv.blobFromImage(picture, 1 / 255, size, none, false, false, cv.CV_32F);
      network.setInput(input);
      const output = network.forward();
      const found = output.data32F.slice();
      input.delete();
      output.delete();
      const at = (k: number, of: number) => Math.floor(((k + 0.5) * SIDE) / of);
      return Float32Array.from(
        { length: width * height },
        (_, i) => found[at(Math.floor(i / width), height) * SIDE + at(i % width, width)]!,
      );
    },
  };
}

/** How sure a finder is of the people it sees: the mean chance of where they are, 0–1; 0 if it sees hardly any. */
export function sureness(chance: Float32Array): number {
  let [sum, count] = [0, 0];
  for (const v of chance)
    if (v > LIKELY) {
      sum += v;
      count++;
    }
  return count > LEAST * chance.length ? sum / count : 0;
}
