/** Ends with one full stop, whatever it ended with. */
export const fullStop = (sentence: string): string => `${sentence.replace(/[.\s]+$/, '')}.`;

/** A sentence as part of a longer one: without its full stop. */
export const clause = (sentence: string): string => sentence.replace(/\.$/, '');
