/** One line of the bench: what was measured, under what name, against which target. */
export type Figure = Readonly<Record<string, string | number | boolean>> & { readonly figure: string };
