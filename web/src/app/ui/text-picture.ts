/**
 * Words as the screen draws them: a PNG as high as `ABOVE` and `BELOW` say; null where nothing can be drawn.
 */
export type TextPicture = (text: string) => Promise<ArrayBuffer | null>;

/** Room above and below the base line, in parts of the letters' size: high and deep enough for any script. */
export const ABOVE = 1.1;
export const BELOW = 0.4;
const PIXELS = 96;
const FONT = `${PIXELS}px system-ui, sans-serif`;

function context(width = 1, height = 1): OffscreenCanvasRenderingContext2D | null {
  if (typeof OffscreenCanvas === 'undefined') return null;
  const drawing = new OffscreenCanvas(width, height).getContext('2d');
  if (drawing) drawing.font = FONT;
  return drawing;
}

/** How wide words are on the screen, in parts of their size; a mean where nothing can be measured. */
export function sansWidth(text: string): number {
  const drawing = context();
  return drawing ? drawing.measureText(text).width / PIXELS : [...text].length * 0.6;
}

export const pictureOfText: TextPicture = async (text) => {
  const width = Math.max(1, Math.ceil(sansWidth(text) * PIXELS));
  const drawing = context(width, Math.ceil((ABOVE + BELOW) * PIXELS));
  if (!drawing) return null;
  drawing.fillText(text, 0, ABOVE * PIXELS);
  return (await drawing.canvas.convertToBlob({ type: 'image/png' })).arrayBuffer();
};
