import type { Sheet } from '@petrichor/core/sheets';
import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFImage } from 'pdf-lib';

/** PDF points in a millimetre: 72 to the inch of 25.4 mm. */
const POINTS_PER_MM = 72 / 25.4;

/** A photo's bytes (JPEG) by its hash; null: it is not to be had from here. */
export type PhotoBytes = (hash: string) => Promise<ArrayBuffer | null>;

/** Sheets of the core as PDF pages of their own sizes, 1:1. A photo that is not to be had, or is no JPEG, leaves its frame with words in it. */
export async function sheetsPdf(
  sheets: readonly Sheet[],
  photoBytes: PhotoBytes = () => Promise.resolve(null),
): Promise<Uint8Array<ArrayBuffer>> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  const photos = new Map<string, PDFImage | null>();
  for (const stroke of sheets.flatMap((sheet) => sheet.strokes))
    if (stroke.kind === 'photo' && !photos.has(stroke.hash))
      photos.set(stroke.hash, await embedded(document, await photoBytes(stroke.hash)));
  for (const sheet of sheets) drawSheet(document, font, photos, sheet);
  return (await document.save()) as Uint8Array<ArrayBuffer>;
}

const embedded = async (document: PDFDocument, bytes: ArrayBuffer | null): Promise<PDFImage | null> =>
  bytes === null ? null : document.embedJpg(bytes).catch(() => null);

/** PDF counts from the lower left corner. */
function drawSheet(
  document: PDFDocument,
  font: PDFFont,
  photos: ReadonlyMap<string, PDFImage | null>,
  { widthMm, heightMm, strokes }: Sheet,
): void {
  const page = document.addPage([widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM]);
  const x = (mm: number) => mm * POINTS_PER_MM;
  const y = (mm: number) => (heightMm - mm) * POINTS_PER_MM;
  const thickness = 0.2 * POINTS_PER_MM;
  const frame = (box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number }) =>
    page.drawRectangle({ x: x(box.x), y: y(box.y + box.height), width: x(box.width), height: x(box.height), borderWidth: thickness });
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
          page.drawText('Photo not here yet', { x: x(stroke.x + 2), y: y(stroke.y + 6), size: 3 * POINTS_PER_MM, font });
          break;
        }
        const { width, height } = photo.scaleToFit(x(stroke.width), x(stroke.height));
        page.drawImage(photo, { x: x(stroke.x), y: y(stroke.y) - height, width, height });
        break;
      }
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
