/** What every unit test has at hand: the compiled kernels, the PNG encoder, and one seed for all made-up values. */
import fc from 'fast-check';
import '../core/kernels/load';
import '../server/src/codec-files';

/** The same values in every run, so that a failure comes from the change; SEED=… tries others. */
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20_261_125) });
