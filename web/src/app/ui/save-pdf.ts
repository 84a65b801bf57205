import type { Sheet, Typeface } from '@petrichor/core/sheets';
import type { PhotoBytes } from './press';
import { saveFile } from './save-file';

/**
 * Sets sheets as a PDF and saves it; what sets them is fetched once it is asked for.
 * @returns what went wrong, as a sentence; empty: nothing
 */
export async function savePdf(
  name: string,
  sheetsOf: (face: Typeface) => readonly Sheet[],
  photos?: PhotoBytes,
): Promise<string> {
  try {
    const { Press } = await import('./press');
    const press = await Press.open();
    saveFile(name, 'application/pdf', await press.print(sheetsOf(press), photos));
    return '';
  } catch {
    return 'The PDF could not be made here: its letters may not have come from the server. Try again in a moment, or load the page again.';
  }
}
