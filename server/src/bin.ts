/** The file that the command is started by. It lies beside the folder of the sources, and of what is compiled from them. */
import { fileURLToPath } from 'node:url';

export const COMMAND = fileURLToPath(new URL('../bin/ignis.mjs', import.meta.url));
