import { fit } from './commands/fit.js';
import { plan } from './commands/plan.js';
import { read } from './commands/read.js';
import { way } from './commands/way.js';

/**
 * Commands that answer a file and are done. They are bundled into one program (`setup/quick-build.ts`), which
 * `./petrichor` runs while nothing of what it was made from has changed: loading the sources takes longer
 * than the answer.
 */
export const QUICK: Readonly<Record<string, (args: string[]) => void>> = { fit, plan, read, way };
