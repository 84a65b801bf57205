/** A fault that the person at the keyboard can do something about: one sentence, printed without a stack. */
export class Fault extends Error {}

/** Progress for people; results for programs go to stdout. */
export const say = (words: string): void => void process.stderr.write(`${words}\n`);
