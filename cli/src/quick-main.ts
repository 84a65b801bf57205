import { sure } from '@petrichor/core/units';
import { answering } from './fault.js';
import { QUICK } from './quick.js';

const [name = '', ...args] = process.argv.slice(2);
await answering(() => sure(QUICK[name])(args));
