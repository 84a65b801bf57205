import { type KeptSpeed, type Timed, type KeptTime } from '../shape/measured.js';

/** The last of each, which counts. */
export const lastSpeed = (speeds: readonly KeptSpeed[], when: KeptSpeed['when']): KeptSpeed | null =>
  speeds.findLast((one) => one.when === when) ?? null;
export const lastTime = (times: readonly KeptTime[], what: Timed, when: KeptTime['when']): KeptTime | null =>
  times.findLast((one) => one.what === what && one.when === when) ?? null;
