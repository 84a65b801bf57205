/** Hands a file to the browser's downloads. */
export function saveFile(name: string, type: string, content: string | Uint8Array<ArrayBuffer>): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The download has its own hold on it once it began.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
