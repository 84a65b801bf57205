import type { Modules } from '@petrichor/core/papers';

/** Dark modules of a QR code, with its quiet zone; level M, as labels get scratched. */
export async function qrModules(text: string): Promise<Modules> {
  // CommonJS: a bundler hands it over as the default.
  const { create } = (await import('qrcode')).default;
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  return Array.from({ length: modules.size }, (_, row) =>
    Array.from({ length: modules.size }, (__, column) => modules.get(row, column) === 1),
  );
}
