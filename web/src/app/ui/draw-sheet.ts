import type { Sheet, Stroke, Typeface } from '@petrichor/core/sheets';
import { rgb, type PDFDocument, type PDFFont, type PDFImage } from '@cantoo/pdf-lib';
import { ABOVE, BELOW } from './text-picture';

/** PDF points in a millimetre: 72 to the inch of 25.4 mm. */
const POINTS_PER_MM = 72 / 25.4;

/** Words that one font has all letters of; null: none of ours has, and the screen's own draws them. */
export interface Run {
  readonly text: string;
  readonly font: PDFFont | null;
}

type Words = Extract<Stroke, { kind: 'text' }>;

/** What a sheet is set with. */
interface Setting extends Typeface {
  readonly runs: (text: string, strong: boolean) => Run[];
  readonly photos: ReadonlyMap<string, PDFImage | null>;
  /** Words that no font of ours has, as pictures. */
  readonly pictures: ReadonlyMap<string, PDFImage | null>;
}

/** PDF counts from the lower left corner. */
export function drawSheet(
  document: PDFDocument,
  { widthMm, heightMm, strokes }: Sheet,
  { runs, photos, pictures, widthMm: width }: Setting,
): void {
  const page = document.addPage([widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM]);
  const x = (mm: number) => mm * POINTS_PER_MM;
  const y = (mm: number) => (heightMm - mm) * POINTS_PER_MM;
  const thickness = 0.2 * POINTS_PER_MM;
  const frame = (box: {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  }) =>
    page.drawRectangle({
      x: x(box.x),
      y: y(box.y + box.height),
      width: x(box.width),
      height: x(box.height),
      borderWidth: thickness,
    });
  const words = ({
    x: from,
    y: base,
    size,
    text,
    strong = false,
  }: Pick<Words, 'x' | 'y' | 'size' | 'text' | 'strong'>): void => {
    let at = from;
    for (const run of runs(text, strong)) {
      const wide = width(run.text, size, strong);
      if (run.font)
        page.drawText(run.text, { x: x(at), y: y(base), size: size * POINTS_PER_MM, font: run.font });
      else {
        const picture = pictures.get(run.text);
        if (picture)
          page.drawImage(picture, {
            x: x(at),
            y: y(base + BELOW * size),
            width: x(wide),
            height: x((ABOVE + BELOW) * size),
          });
      }
      at += wide;
    }
  };
  for (const stroke of strokes) {
    switch (stroke.kind) {
      case 'line':
        page.drawLine({
          start: { x: x(stroke.x1), y: y(stroke.y1) },
          end: { x: x(stroke.x2), y: y(stroke.y2) },
          thickness,
        });
        break;
      case 'circle':
        page.drawCircle({
          x: x(stroke.x),
          y: y(stroke.y),
          size: stroke.radius * POINTS_PER_MM,
          borderWidth: thickness,
          ...(stroke.dashed ? { borderDashArray: [2, 2] } : {}),
        });
        break;
      case 'rect':
        frame(stroke);
        break;
      case 'fill':
        page.drawRectangle({
          x: x(stroke.x),
          y: y(stroke.y + stroke.height),
          width: x(stroke.width),
          height: x(stroke.height),
          color: rgb(0, 0, 0),
        });
        break;
      case 'photo': {
        const photo = photos.get(stroke.hash);
        if (!photo) {
          frame(stroke);
          words({ x: stroke.x + 2, y: stroke.y + 6, size: 3, text: 'Photo not here yet' });
          break;
        }
        const fitted = photo.scaleToFit(x(stroke.width), x(stroke.height));
        page.drawImage(photo, { x: x(stroke.x), y: y(stroke.y) - fitted.height, ...fitted });
        break;
      }
      case 'text':
        words(stroke);
        break;
    }
  }
}
