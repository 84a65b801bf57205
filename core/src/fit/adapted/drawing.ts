import { sayMm } from '../../units/index.js';
import { ruler, type Sheet, type Stroke } from '../../sheets/index.js';
import { TEMPLATE_STEPS, type Template } from './template.js';

const MARGIN = 15;
const CROSS = 3;

/**
 * The drilling template on one A4 sheet, upright or lying as it fits, at 1:1, with a ruler to check the
 * print.
 */
export function drawTemplate(template: Template, title: string): Sheet {
  const lying = template.lengthMm > 210 - 2 * MARGIN;
  const [widthMm, heightMm] = lying ? [297, 210] : [210, 297];
  const [x0, y0] = [MARGIN, 34];
  const text = (x: number, y: number, words: string, size = 3.2): Stroke => ({
    kind: 'text',
    x,
    y,
    size,
    text: words,
  });
  const holes = template.holes.flatMap((hole, at): Stroke[] => {
    const [x, y] = [x0 + hole.xMm, y0 + hole.yMm];
    return [
      { kind: 'circle', x, y, radius: hole.fullMm / 2, dashed: false },
      { kind: 'circle', x, y, radius: hole.pilotMm / 2, dashed: true },
      { kind: 'line', x1: x - CROSS, y1: y, x2: x + CROSS, y2: y },
      { kind: 'line', x1: x, y1: y - CROSS, x2: x, y2: y + CROSS },
      text(x + CROSS, y - CROSS / 2, `${at + 1}`),
    ];
  });
  const tableAt = y0 + template.widthMm + 12;
  const rows = template.holes.map((hole, at) =>
    text(
      x0,
      tableAt + 5 * at,
      `${at + 1}  at ${sayMm(hole.xMm)} / ${sayMm(hole.yMm)} mm: pilot ${sayMm(hole.pilotMm)}, then ${sayMm(hole.fullMm)} mm  ${hole.what}`,
    ),
  );
  const stepsAt = tableAt + 5 * template.holes.length + 6;
  const steps = TEMPLATE_STEPS.map((step, at) => text(x0, stepsAt + 5 * at, `${at + 1}. ${step}`));
  return {
    widthMm: widthMm,
    heightMm: heightMm,
    strokes: [
      text(x0, 16, title, 5),
      text(
        x0,
        23,
        `${sayMm(template.lengthMm)} × ${sayMm(template.widthMm)} mm, to scale 1:1. Seen from the side that faces you when it is screwed on.`,
      ),
      { kind: 'rect', x: x0, y: y0, width: template.lengthMm, height: template.widthMm },
      ...holes,
      ...rows,
      ...steps,
      ...ruler(x0, heightMm - MARGIN),
    ],
  };
}

/** The sheet as an SVG document measured in millimetres. */
export function sheetSvg({ widthMm, heightMm, strokes }: Sheet): string {
  const body = strokes.map((stroke) => {
    switch (stroke.kind) {
      case 'line':
        return `<line x1="${n(stroke.x1)}" y1="${n(stroke.y1)}" x2="${n(stroke.x2)}" y2="${n(stroke.y2)}"/>`;
      case 'circle':
        return `<circle cx="${n(stroke.x)}" cy="${n(stroke.y)}" r="${n(stroke.radius)}"${stroke.dashed ? ' stroke-dasharray="0.6 0.6"' : ''}/>`;
      // Of a photo its frame: a file of its own has none beside it.
      case 'photo':
      case 'rect':
        return `<rect x="${n(stroke.x)}" y="${n(stroke.y)}" width="${n(stroke.width)}" height="${n(stroke.height)}"/>`;
      case 'fill':
        return `<rect x="${n(stroke.x)}" y="${n(stroke.y)}" width="${n(stroke.width)}" height="${n(stroke.height)}" fill="black" stroke="none"/>`;
      case 'text':
        return `<text x="${n(stroke.x)}" y="${n(stroke.y)}" font-size="${n(stroke.size)}" fill="black" stroke="none">${escape(stroke.text)}</text>`;
    }
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthMm)}mm" height="${n(heightMm)}mm" viewBox="0 0 ${n(widthMm)} ${n(heightMm)}" fill="none" stroke="black" stroke-width="0.2" font-family="sans-serif">\n${body.join('\n')}\n</svg>\n`;
}

const n = (value: number): string => String(Math.round(value * 1000) / 1000);
const escape = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
