import { sure } from '@petrichor/core/units';
import { ATTACKS } from './attack-kinds.js';

/**
 * A program of its own, so that the one that measures is not slowed by attacking: `attacker NAME URL`, until
 * its input ends. Prints what it was answered.
 */
const [name, url] = process.argv.slice(2);
const attack = sure(ATTACKS.find((one) => one.name === name));
const over = new AbortController();
process.stdin.resume().once('end', () => over.abort());
const answers = await attack.run(sure(url), over.signal);
console.log(JSON.stringify(answers));
process.exit(0);
