import type { Sheet } from '@petrichor/core';
import { PDFDocument, StandardFonts } from 'pdf-lib';

/** PDF points in a millimetre: 72 to the inch of 25.4 mm. */
const POINTS_PER_MM = 72 / 25.4;

/** A sheet of the core as one PDF page of its own size, 1:1. PDF counts from the lower left corner. */
export async function sheetPdf({ widthMm, heightMm, strokes }: Sheet): Promise<Uint8Array<ArrayBuffer>> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
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
      case 'text':
        // The built-in fonts know Latin-1 only.
        page.drawText(stroke.text.replace(/[^\x20-\xff]/g, '-'), {
          x: x(stroke.x),
          y: y(stroke.y),
          size: stroke.size * POINTS_PER_MM,
          font,
        });
        break;
    }
  }
  return (await document.save()) as Uint8Array<ArrayBuffer>;
}
