import { foldSerial, mainDrive, type JobState } from '../job/index.js';
import { sayDrive } from '../hardware/index.js';

/**
 * Words that stand in nearly every sentence and find nothing (English; a workshop's own language may have
 * others).
 */
const EMPTY_WORDS = new Set(
  'and the for with was were has had have not but are its from that this then than when what while does did into onto out over one two all any can will would since very too they them there here his her our your'.split(
    ' ',
  ),
);
/** Enough to find a job by; a long note does not fill the index. */
const MOST_FREE_WORDS = 80;

/**
 * A text as words to be found by: no accents, small letters; what has a digit in it has its look-alikes as
 * one sign.
 */
export const wordsIn = (text: string): string[] =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .map(asKept);

const asKept = (word: string): string =>
  (/\d/.test(word) ? foldSerial(word).toLowerCase() || word : word).slice(0, 40);

const MOST_ASKED = 8;

/** What somebody typed, word by word; each has to be found. */
export const queryWords = (typed: string): string[] => [...new Set(wordsIn(typed))].slice(0, MOST_ASKED);

/** One thing that was typed to find a job by. */
export interface Asked {
  readonly typed: string;
  /** A serial or phone number written with signs between: the same as one word. */
  readonly joined: string | null;
  readonly words: readonly string[];
}

/**
 * What somebody typed to find a job by; all of it has to be found. A number written in groups is asked for as
 * a whole first.
 */
export function askedFor(typed: string): Asked[] {
  const pieces = [...new Set(typed.split(/\s+/).filter((piece) => wordsIn(piece).length > 0))];
  const grouped =
    pieces.length > 1 && pieces.every((piece) => /\d/.test(piece)) ? [pieces.join(' ')] : pieces;
  const asked: Asked[] = [];
  let left = MOST_ASKED;
  for (const piece of grouped) {
    const words = queryWords(piece).slice(0, left);
    left -= words.length;
    if (words.length > 0)
      asked.push({
        typed: piece,
        joined: words.length > 1 && /\d/.test(piece) ? wholeSerial(piece) || null : null,
        words,
      });
  }
  return asked;
}

/**
 * Every word that this job is found by: number, customer, phone, machine, serials, drives, and the words
 * people wrote.
 */
export function ledgerWords(job: JobState): string[] {
  const { intake, serials, conclusion, cured, endedEarly } = job;
  const choice = mainDrive(job);
  const named = [
    String(job.number),
    intake.customer.name,
    intake.customer.reach,
    intake.modelName,
    intake.serial,
    choice ? sayDrive(choice.drive) : '',
    choice?.slot.fitted?.label ?? '',
    serials.oldDrive ?? '',
    serials.newDrive ?? '',
  ];
  const free = [
    intake.complaint,
    conclusion?.say ?? '',
    cured?.what ?? '',
    endedEarly?.reason ?? '',
    ...job.notes.map((one) => one.text),
  ]
    .flatMap(wordsIn)
    .filter((word) => word.length > 2 && !EMPTY_WORDS.has(word));
  const whole = [intake.serial, serials.oldDrive, serials.newDrive].flatMap((serial) =>
    serial ? [wholeSerial(serial)] : [],
  );
  return [
    ...new Set([
      ...named.flatMap(wordsIn),
      ...whole,
      ...phoneWords(intake.customer.reach),
      ...[...new Set(free)].slice(0, MOST_FREE_WORDS),
    ]),
  ].filter((word) => word !== '');
}

/** A serial as one word, however it is written. */
export const wholeSerial = (serial: string): string => foldSerial(serial).toLowerCase().slice(0, 40);

/**
 * A phone number as one word, whatever stands between its digits, and from each of its groups on: one
 * remembers the end.
 */
export function phoneWords(reach: string): string[] {
  return (reach.match(/\+?\d[\d\s()/.-]{4,}\d/g) ?? []).flatMap((number) => {
    const groups = number.split(/\D+/).filter(Boolean);
    return groups.map((_, at) => groups.slice(at).join('')).filter((digits) => digits.length >= 5);
  });
}
