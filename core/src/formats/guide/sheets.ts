import type { MachineModel } from '../../hardware/index.js';
import { PAPERS, sayMinutes, type Paper, type Sheet, type Stroke } from '../../units/index.js';
import { tellGuide } from './told.js';

const MARGIN = 15;
const BODY = 3.5;
const LEADING = 1.5;
/** Mean width of a letter of the sheet's type face, in parts of its size (measured on our own pages). */
const LETTER = 0.5;

interface Line {
  readonly text: string;
  readonly size: number;
  readonly indentMm: number;
  /** Kept with the line after it: a heading does not end a page. */
  readonly keep: boolean;
}

/** The guide as printed pages of words; the screw places are the mat's (`drawMat`). */
export function guideSheets(model: MachineModel, paper: Paper): Sheet[] {
  const told = tellGuide(model);
  const { widthMm, heightMm } = PAPERS[paper];
  const lines: Line[] = [];
  const put = (text: string, size = BODY, indentMm = 0, keep = false) => {
    const room = Math.max(10, Math.floor((widthMm - 2 * MARGIN - indentMm) / (size * LETTER)));
    for (const part of wrap(text, room)) lines.push({ text: part, size, indentMm, keep });
  };
  put(told.title, 6.5, 0, true);
  for (const line of told.head) put(line);
  put('Cautions', 4.6, 0, true);
  for (const line of told.cautions) put(`! ${line}`);
  if (told.hazards.length > 0) put('Screws not to be swapped', 4.6, 0, true);
  for (const line of told.hazards) put(`! ${line}`);
  for (const way of told.ways) {
    put(`${way.title}: about ${sayMinutes(way.minutes)}`, 5.4, 0, true);
    put(`Tools: ${way.tools.join(', ') || 'none'}`);
    for (const { name, steps } of way.legs) {
      if (steps.length > 0) put(name, 4.6, 0, true);
      steps.forEach((step, at) => {
        put(`${at + 1}. ${step.title}  (${sayMinutes(step.minutes)})`, 4, 0, true);
        for (const line of step.lines) put(line, BODY, 6);
        if (step.caution) put(`! ${step.caution}`, BODY, 6);
      });
    }
  }
  return paged(lines, heightMm).map((page, at, all) => ({
    widthMm,
    heightMm,
    strokes: [
      ...page,
      {
        kind: 'text',
        x: MARGIN,
        y: heightMm - 9,
        size: 3,
        text: `${told.title}, guide version ${model.guide.version}, page ${at + 1} of ${all.length}`,
      },
    ],
  }));
}

function paged(lines: readonly Line[], heightMm: number): Stroke[][] {
  const pages: Stroke[][] = [[]];
  let y = MARGIN;
  lines.forEach((line, at) => {
    const space = line.keep ? line.size * 0.8 : 0;
    // Headings stay with what they head, however many follow one another.
    let needed = line.size * LEADING + space;
    for (let next = at; lines[next]?.keep && lines[next + 1]; next++)
      needed += lines[next + 1]!.size * (LEADING + (lines[next + 1]!.keep ? 0.8 : 0));
    if (y + needed > heightMm - MARGIN - 4 && pages.at(-1)!.length > 0) {
      pages.push([]);
      y = MARGIN;
    }
    y += line.size * LEADING + (pages.at(-1)!.length > 0 ? space : 0);
    pages.at(-1)!.push({ kind: 'text', x: MARGIN + line.indentMm, y, size: line.size, text: line.text });
  });
  return pages;
}

/** Broken between words, or inside one that is longer than the line. */
function wrap(text: string, most: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).flatMap((one) => one.match(new RegExp(`.{1,${most}}`, 'g')) ?? [])) {
    if (line !== '' && line.length + 1 + word.length > most) {
      lines.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return line === '' ? lines : [...lines, line];
}
