import { sayPromise, saySpare } from './promise';

const now = new Date(2026, 3, 14, 10, 42).getTime();
const at = (...parts: [number, number, number, number, number]) => new Date(...parts).toISOString();

it.each([
  [at(2026, 3, 14, 13, 0), '13:00'],
  [at(2026, 3, 15, 9, 30), 'Wed 09:30'],
  [at(2026, 4, 2, 12, 0), '2 May 12:00'],
])('a promise for %s is said as %s', (iso, said) => expect(sayPromise(iso, now)).toBe(said));

it.each([
  [at(2026, 3, 14, 11, 26), '44 min spare', false],
  [at(2026, 3, 14, 12, 46), '2 h 04 spare', false],
  [at(2026, 3, 16, 10, 42), '2 days spare', false],
  [at(2026, 3, 14, 10, 30), 'late by 12 min', true],
  [at(2026, 3, 13, 10, 42), 'late by 1 day', true],
])('spare time until %s is %s', (iso, text, late) => expect(saySpare(iso, now)).toEqual({ text, late }));
