/** What every unit test has at hand: the compiled kernels and the PNG encoder. */
import '../core/kernels/load';
import '../server/src/png-encoder';
