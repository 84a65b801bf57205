/** Why a file is not even opened, and what to do instead; null: it may be. */
export const tooLarge = ({ name, size }: File, mostMb: number, instead: string): string | null =>
  size > mostMb * 1e6 ? `${name} is larger than ${mostMb} MB. ${instead}` : null;
