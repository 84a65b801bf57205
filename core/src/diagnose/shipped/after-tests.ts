import type { Test } from '../knowledge.js';
import { test } from './words.js';

/** What one can do to know more about what is new. Minutes: common practice, no source. */
export const AFTER_TESTS: Test[] = [
  test('second-start', {
    say: 'Start it a second time',
    how: 'Wait five minutes, restart, compare.',
    answers: ['first-start-late', 'late-again', 'clock-wrong'],
    handsMinutes: 1,
    waitMinutes: 5,
  }),
  test('mains', {
    say: 'Connect mains',
    how: 'Try on battery first, then on mains.',
    answers: ['dead-on-battery'],
    handsMinutes: 1,
  }),
  test('loosen', {
    say: 'Back the bottom screws off a quarter turn',
    how: 'The ones nearest the touchpad first; click after each.',
    answers: ['better-when-looser'],
    handsMinutes: 3,
  }),
  test('torch', {
    say: 'Torch and another screen',
    how: 'Look for a faint picture; plug in another screen.',
    answers: ['faint-picture'],
    handsMinutes: 2,
  }),
  test('firmware-list', {
    say: 'Read the firmware’s drive list',
    how: 'List, size, clock, memory.',
    answers: ['not-in-firmware', 'clock-wrong', 'memory-undercount'],
    handsMinutes: 2,
  }),
  test('label', {
    say: 'Read the new drive’s protocol',
    how: 'Label or data sheet against the slot.',
    answers: ['speaks-other'],
    handsMinutes: 2,
  }),
  test('reseat', {
    say: 'Reseat the new drive',
    how: 'Power off, battery off; contacts home, down, screw.',
    answers: ['listed-after-reseat'],
    handsMinutes: 5,
    needsOpening: true,
  }),
  test('disk-manager', {
    say: 'Look into the disk manager',
    how: 'Is it there, without a letter?',
    answers: ['no-letter'],
    handsMinutes: 2,
  }),
  test('alone', {
    say: 'Start with the new drive alone',
    how: 'Detach the old one, on the dock or inside.',
    answers: ['starts-alone', 'will-not-start'],
    handsMinutes: 3,
  }),
  test('speed', {
    say: 'Measure on mains',
    how: 'Large reads, small reads, two minutes; read the temperature.',
    answers: ['half-speed', 'slow-unevenly', 'drive-hot'],
    handsMinutes: 4,
    waitMinutes: 2,
    risk: 1,
  }),
  test('baseline', {
    say: 'Go through the baseline again',
    how: 'Click, fans, wireless, speakers, camera.',
    answers: ['click-gone', 'fans-flat-out', 'network-gone', 'part-mute'],
    handsMinutes: 4,
  }),
];
