import { sure } from '@petrichor/core/units';
import fontkit from '@cantoo/fontkit';
import { PDFDocument, type PDFFont, type PDFImage } from '@cantoo/pdf-lib';
import type { Sheet, Typeface } from '@petrichor/core/sheets';
import { drawSheet, type Run } from './draw-sheet';
import { PAPER_FONTS } from './paper-fonts';
import { pictureOfText, sansWidth, type TextPicture } from './text-picture';

/** A photo's bytes (JPEG) by its hash; null: it is not to be had from here. */
export type PhotoBytes = (hash: string) => Promise<ArrayBuffer | null>;

/** What people take for one letter, its accents with it (Unicode's UAX 29). */
const LETTERS = new Intl.Segmenter('en', { granularity: 'grapheme' });

const fetched = async (address: string): Promise<ArrayBuffer> => {
  const reply = await fetch(address);
  if (!reply.ok)
    throw new Error('The letters for paper did not come from the server. Try again in a moment.');
  return reply.arrayBuffer();
};

/**
 * Sets papers of the core as one PDF, pages of their own sizes, 1:1, in the typeface of the screen. A letter
 * that the typeface does not have stands there as the screen draws it: nothing of a name is lost.
 */
export class Press implements Typeface {
  private readonly widths = new Map<string, number>();

  private constructor(
    private readonly document: PDFDocument,
    private readonly faces: Readonly<
      Record<'plain' | 'strong', readonly { readonly font: PDFFont; readonly has: ReadonlySet<number> }[]>
    >,
    private readonly picture: TextPicture,
  ) {}

  static async open(
    bytesOf: (address: string) => Promise<ArrayBuffer> = fetched,
    picture: TextPicture = pictureOfText,
  ): Promise<Press> {
    const document = await PDFDocument.create();
    document.registerFontkit(fontkit);
    const face = (addresses: readonly string[]) =>
      Promise.all(
        addresses.map(async (address) => {
          const font = await document.embedFont(await bytesOf(address), { subset: true });
          return { font, has: new Set(font.getCharacterSet()) };
        }),
      );
    return new Press(
      document,
      { plain: await face(PAPER_FONTS.plain), strong: await face(PAPER_FONTS.strong) },
      picture,
    );
  }

  widthMm(text: string, sizeMm: number, strong: boolean): number {
    const key = `${strong ? '!' : ''}${text}`;
    const known = this.widths.get(key);
    if (known !== undefined) return known * sizeMm;
    // Lengths are told for letters of 1000, so that nothing is rounded.
    const width = this.runs(text, strong).reduce(
      (sum, run) =>
        sum + (run.font ? run.font.widthOfTextAtSize(run.text, 1000) / 1000 : sansWidth(run.text)),
      0,
    );
    this.widths.set(key, width);
    return width * sizeMm;
  }

  /** Words in runs of one font each. */
  runs(text: string, strong: boolean): Run[] {
    const faces = this.faces[strong ? 'strong' : 'plain'];
    const runs: { text: string; font: PDFFont | null }[] = [];
    for (const { segment: letter } of LETTERS.segment(text.normalize('NFC'))) {
      const font =
        faces.find(({ has }) => [...letter].every((sign) => has.has(sure(sign.codePointAt(0)))))?.font ??
        null;
      const last = runs.at(-1);
      // A space between letters that are drawn as a picture belongs to it.
      if (last && (last.font === font || (letter === ' ' && last.font === null))) last.text += letter;
      else runs.push({ text: letter, font });
    }
    return runs;
  }

  /** A photo that is not to be had, or is no JPEG, leaves its frame with words in it. */
  async print(
    sheets: readonly Sheet[],
    photoBytes: PhotoBytes = () => Promise.resolve(null),
  ): Promise<Uint8Array<ArrayBuffer>> {
    const photos = new Map<string, PDFImage | null>();
    const pictures = new Map<string, PDFImage | null>();
    for (const stroke of sheets.flatMap((sheet) => sheet.strokes)) {
      if (stroke.kind === 'photo' && !photos.has(stroke.hash))
        photos.set(stroke.hash, await this.embedded(await photoBytes(stroke.hash)));
      if (stroke.kind === 'text')
        for (const { text, font } of this.runs(stroke.text, stroke.strong ?? false))
          if (!font && !pictures.has(text)) pictures.set(text, await this.drawn(text));
    }
    for (const sheet of sheets)
      drawSheet(this.document, sheet, {
        runs: (text, strong) => this.runs(text, strong),
        photos,
        pictures,
        widthMm: (...asked) => this.widthMm(...asked),
      });
    return await this.document.save();
  }

  private embedded(bytes: ArrayBuffer | null): Promise<PDFImage | null> {
    return bytes === null ? Promise.resolve(null) : this.document.embedJpg(bytes).catch(() => null);
  }

  private async drawn(text: string): Promise<PDFImage | null> {
    const bytes = await this.picture(text);
    return bytes && (await this.document.embedPng(bytes));
  }
}
