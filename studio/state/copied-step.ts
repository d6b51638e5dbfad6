import { create } from 'zustand';
import type { Step } from '@ignis/core/scene/model/schema';

/** The step that was copied last, to be put on a layer, or its values on another of its kind: as long as the page is open. */
export const useCopiedStep = create<{ step: Step | null }>(() => ({ step: null }));
