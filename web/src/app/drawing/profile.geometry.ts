/** A line of text on the profile. */
export interface NameLine {
  readonly text: string;
  readonly y: number;
  readonly class: string;
}

/** Mean width of a letter of the type's height; the bold of what is done is wider. */
const LETTER = 0.56;
const LARGE = 15.5;
const SMALL = 13;

/**
 * The name of a step and its time beside their node: the name over the time where it fits in one line, else
 * broken into two with the time behind it. Nothing runs off the edge; what no two lines hold ends in a mark
 * that says so.
 * @param room px from the node to the edge
 */
export function nameLines(
  name: string,
  time: string,
  room: number,
  mid: number,
  rowHeight: number,
): readonly NameLine[] {
  const fits = (text: string, type: number) => text.length * type * LETTER <= room;
  const over = (class_: string): readonly NameLine[] => [
    { text: name, y: mid + 1, class: class_ },
    { text: time, y: mid + 15, class: 'm time' },
  ];
  if (fits(name, LARGE)) return over('name');
  if (fits(name, SMALL)) return over('name small');
  const letters = Math.floor(room / (SMALL * LETTER));
  const [first, rest] = brokenAt(name, letters);
  const tail = time === '' ? '' : ` · ${time}`;
  const second =
    (rest + tail).length <= letters
      ? rest + tail
      : rest.length <= letters
        ? rest
        : `${rest.slice(0, letters - 1)}…`;
  // Two lines stand in the middle of the row, whatever its height.
  const y = mid - rowHeight / 2 + 1 + (rowHeight - 28) / 2;
  return [
    { text: first, y: y + 11, class: 'name small' },
    { text: second, y: y + 25, class: 'name small' },
  ];
}

/** At the last space that still fits; a single long word is broken where the room ends. */
function brokenAt(name: string, letters: number): readonly [string, string] {
  const space = name.lastIndexOf(' ', letters);
  return space > 0
    ? [name.slice(0, space), name.slice(space + 1)]
    : [name.slice(0, letters), name.slice(letters)];
}
