/**
 * A fault that the person at the keyboard can do something about: one sentence, printed without a stack.
 * `exitCode` 2: what was asked for cannot be used.
 */
export class Fault extends Error {
  constructor(
    sentence: string,
    readonly exitCode: 1 | 2 = 1,
  ) {
    super(sentence);
  }
}

/** Progress for people; results for programs go to stdout. */
export const say = (words: string): void => void process.stderr.write(`${words}\n`);

/** Runs a command and says a fault as a sentence, with its exit code. */
export async function answering(run: () => unknown): Promise<void> {
  try {
    await run();
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    say(`petrichor: ${error.message}`);
    process.exitCode = error.exitCode;
  }
}
