/** Importing this hands the compiled kernels over to whoever computes: workers, the command, tests. */
import { PLAIN, SHARED } from './built/kernels';
import { useCode } from './machine';

useCode({ plain: PLAIN, shared: SHARED });
