import type { Sheet } from '@petrichor/core';
import { PDFDocument, rgb, StandardFonts, type PDFFont } from 'pdf-lib';

/** PDF points in a millimetre: 72 to the inch of 25.4 mm. */
const POINTS_PER_MM = 72 / 25.4;

/** Sheets of the core as PDF pages of their own sizes, 1:1. */
export async function sheetsPdf(sheets: readonly Sheet[]): Promise<Uint8Array<ArrayBuffer>> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  for (const sheet of sheets) drawSheet(document, font, sheet);
  return (await document.save()) as Uint8Array<ArrayBuffer>;
}

/** PDF counts from the lower left corner. */
function drawSheet(document: PDFDocument, font: PDFFont, { widthMm, heightMm, strokes }: Sheet): void {
  const page = document.addPage([widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM]);
  const x = (mm: number) => mm * POINTS_PER_MM;
  const y = (mm: number) => (heightMm - mm) * POINTS_PER_MM;
  const thickness = 0.2 * POINTS_PER_MM;
  for (const stroke of strokes) {
    switch (stroke.kind) {
      case 'line':
        page.drawLine({ start: { x: x(stroke.x1), y: y(stroke.y1) }, end: { x: x(stroke.x2), y: y(stroke.y2) }, thickness });
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
        page.drawRectangle({
          x: x(stroke.x),
          y: y(stroke.y + stroke.height),
          width: x(stroke.width),
          height: x(stroke.height),
          borderWidth: thickness,
        });
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
      case 'text':
        page.drawText(latin(stroke.text), {
          x: x(stroke.x),
          y: y(stroke.y),
          size: stroke.size * POINTS_PER_MM,
          font,
        });
        break;
    }
  }
}

/** The built-in fonts know Latin-1 only: quotes and dashes have plain twins, anything else is a question mark. */
const latin = (text: string): string =>
  text
    .replace(/[‘’]/g, "'")
    .replace(/[“”]/g, '"')
    .replace(/[–—]/g, '-')
    .replace(/…/g, '...')
    .replace(/[^\x20-\xff]/g, '?');
