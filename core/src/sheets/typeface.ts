/** How wide words are: told by whoever sets them, so that lines are broken where they are full. */
export interface Typeface {
  /** @returns the width in mm of text of one line, `sizeMm` high */
  readonly widthMm: (text: string, sizeMm: number, strong: boolean) => number;
}

/** Broken between words into lines that are no wider than `roomMm`; inside a word that is wider than that. */
export function wrap(text: string, roomMm: number, widthMm: (text: string) => number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).flatMap((one) => pieces(one, roomMm, widthMm))) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (line !== '' && widthMm(longer) > roomMm) {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return line === '' ? lines : [...lines, line];
}

/** A word, or as many pieces of it as it takes; a letter is never broken. */
function pieces(word: string, roomMm: number, widthMm: (text: string) => number): string[] {
  if (word === '') return [];
  if (widthMm(word) <= roomMm) return [word];
  const found: string[] = [];
  let piece = '';
  for (const letter of word) {
    if (piece !== '' && widthMm(piece + letter) > roomMm) {
      found.push(piece);
      piece = '';
    }
    piece += letter;
  }
  return [...found, piece];
}
