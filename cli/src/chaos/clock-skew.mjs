// Loaded into the server before anything else: its clock goes wrong by as many milliseconds as the file says.
import { readFileSync } from 'node:fs';
import { setInterval } from 'node:timers';

const file = process.env.PETRICHOR_CLOCK_FILE;
const Real = Date;
let skew = 0;
setInterval(() => {
  try {
    skew = Number(readFileSync(file, 'utf8')) || 0;
  } catch {
    skew = 0;
  }
}, 100).unref();

globalThis.Date = class extends Real {
  constructor(...given) {
    if (given.length === 0) super(Real.now() + skew);
    else super(...given);
  }
  static now() {
    return Real.now() + skew;
  }
};
