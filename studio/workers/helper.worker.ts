/// <reference lib="webworker" />
/** A thread that helps with the rows of every kernel, for as long as the worker that called it lives. */
import type { Invitation } from '@ignis/core/kernels/machine';
import { help } from '@ignis/core/kernels/machine';

self.addEventListener('message', (e: MessageEvent<Invitation>) => help(e.data), { once: true });
