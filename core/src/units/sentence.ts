/** Ends with one full stop, whatever it ended with. */
export const whole = (sentence: string): string => `${sentence.replace(/[.\s]+$/, '')}.`;
