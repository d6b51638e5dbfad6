import './opencv-place';
import cv from '@techstark/opencv-js';
import type { OpenCv } from '@ignis/core/cutout/opencv';

/** The library that segments pictures, in a box: it can be awaited itself, and would be without end. */
export const library = {
  cv: cv as unknown as OpenCv & {
    /** Called once its functions are there. */
    onRuntimeInitialized?: () => void;
  },
};
