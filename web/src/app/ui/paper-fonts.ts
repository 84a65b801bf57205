import latinPlain from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff';
import latinStrong from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff';
import extendedPlain from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff';
import extendedStrong from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff';

/** The screen's typeface as files that a PDF can hold: each letter is set from the first that has it. */
export const PAPER_FONTS = {
  plain: [latinPlain, extendedPlain],
  strong: [latinStrong, extendedStrong],
} as const;
