import { sure } from '@petrichor/core/units';
import {
  advise,
  lookAt,
  settledAnswers,
  shippedDiagnosis,
  weigh,
  type Answer,
} from '@petrichor/core/diagnose';
import { readAny } from '@petrichor/core/formats';
import type { Figure } from './figure.js';
import { percentile, round } from './workshop.js';

const RUNS = 41;
const OBSERVATIONS = 40;
const REPORT_BYTES = 5_000_000;

/**
 * Forty observations, as a long job has them: the drive's kind is known, a third is seen, the rest was looked
 * for.
 */
function fortyAnswers(): Answer[] {
  const observations = shippedDiagnosis('before').observations.filter((one) => one.sense !== 'fact');
  const answers = observations
    .slice(0, OBSERVATIONS - 1)
    .map(({ id }, at) => ({ observation: id, seen: at % 3 === 0 }));
  return [{ observation: 'rotating', seen: true }, ...answers];
}

function timed(work: () => unknown): number[] {
  const times: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    const began = performance.now();
    work();
    times.push(performance.now() - began);
  }
  return times;
}

/** The reference beside it: as many multiplications of doubles as one pass over all sets of causes takes. */
function barePass(): number {
  const table = new Float64Array(1 << 16).fill(0.5);
  const times = timed(() => {
    for (let set = 0; set < table.length; set++) table[set] = sure(table[set]) * 0.999999;
  });
  return percentile(times, 0.5);
}

/**
 * Posterior of every cause and the best next test with forty observations; beside it, all that a screen
 * shows.
 */
export function measureDiagnosis(): Figure {
  const knowledge = shippedDiagnosis('before');
  const answers = fortyAnswers();
  const answered = settledAnswers(knowledge, answers);
  const bounds = { mostRisk: 1, openingMinutes: 12 } as const;
  const needed = timed(() => advise(knowledge, weigh(knowledge, answers), { ...bounds, answered }));
  const whole = timed(() => lookAt(knowledge, answers, bounds));
  const few = timed(() => lookAt(knowledge, answers.slice(0, 7), bounds));
  const pass = barePass();
  return {
    figure: 'posterior-and-next-test',
    causes: knowledge.causes.length,
    observations: OBSERVATIONS,
    medianMs: round(percentile(needed, 0.5)),
    p95Ms: round(percentile(needed, 0.95)),
    targetMedianMs: 20,
    wholeScreenMedianMs: round(percentile(whole, 0.5)),
    wholeScreenSevenFindingsMedianMs: round(percentile(few, 0.5)),
    barePassOf65536Ms: Math.round(pass * 1000) / 1000,
    toBarePasses: round(percentile(needed, 0.5) / pass),
  };
}

/** A self-report of 5 MB, from its bytes to what it says; beside it, JSON.parse of the same text alone. */
export function measureReport(): Figure {
  const attributes = {
    table: [5, 9, 187, 197, 199].map((id) => ({
      id,
      name: `Attribute_${id}`,
      value: 100,
      worst: 100,
      thresh: 0,
      raw: { value: 3 },
    })),
  };
  const base = {
    smartctl: { version: [7, 3], exit_status: 0 },
    device: { protocol: 'ATA' },
    model_name: 'Corrie D7',
    ata_smart_attributes: attributes,
  };
  const entry = {
    error_number: 1,
    lifetime_hours: 9000,
    completion_registers: { lba: 123456, status: 81 },
    description: 'uncorrectable at the same place as before',
  };
  const count = Math.ceil(REPORT_BYTES / JSON.stringify(entry).length);
  const text = JSON.stringify({
    ...base,
    log: Array.from({ length: count }, (_, at) => ({ ...entry, error_number: at })),
  });
  const bytes = new TextEncoder().encode(text);
  const times = timed(() => {
    if (!readAny(bytes).ok) throw new Error('The report of the bench is not read.');
  });
  const bare = timed(() => JSON.parse(text) as unknown);
  return {
    figure: 'read-report',
    bytes: bytes.length,
    medianMs: round(percentile(times, 0.5)),
    targetMs: 200,
    jsonParseAloneMs: round(percentile(bare, 0.5)),
    toJsonParse: round(percentile(times, 0.5) / percentile(bare, 0.5)),
  };
}
