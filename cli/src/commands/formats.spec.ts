import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { shippedDiagnosis } from '@petrichor/core/diagnose';
import { readAny } from '@petrichor/core/formats';
import { ROOT } from '../paths.js';
import { FORMATS, schemaOf } from './formats.js';

const file = (path: string): string => readFileSync(join(ROOT, path), 'utf8');
const EXAMPLES: Record<string, string> = {
  'machine-model': 'demo/models/tarnwell-fen-14.json',
  'drive-list': 'demo/drives/quayside-shelf.json',
};
/** What the shipped editions and the readers make, as plain JSON. */
const MADE: Record<string, () => unknown> = {
  diagnosis: () => shippedDiagnosis('before'),
  'self-report': () => valueOf('demo/dumps/worn-later.smartctl.json'),
  'block-listing': () => valueOf('demo/dumps/listing.lsblk.json'),
  sfdisk: () => valueOf('demo/dumps/sallow.sfdisk'),
  'rescue-map': () => valueOf('demo/dumps/sallow.map'),
  fio: () => valueOf('demo/dumps/pellow.fio.json'),
};
function valueOf(path: string): unknown {
  const reading = readAny(readFileSync(join(ROOT, path)));
  return reading.ok ? reading.value : null;
}

describe('published schemas', () => {
  it.each(Object.keys(FORMATS))('%s is as the code reads it; if not, run ./petrichor formats', (name) => {
    expect(file(`docs/formats/${name}.schema.json`)).toBe(schemaOf(name));
  });

  // ajv is the outside reader: it knows nothing of Zod.
  it.each(Object.entries(EXAMPLES))(
    '%s accepts the demo and refuses a wrong one, read by ajv',
    (name, example) => {
      const valid = new Ajv2020({ strict: false }).compile(JSON.parse(schemaOf(name)) as object);
      const document = JSON.parse(file(example)) as Record<string, unknown>;
      expect(valid(document)).toBe(true);
      expect(valid({ ...document, format: 'other' })).toBe(false);
      expect(valid({ ...document, unasked: 1 })).toBe(false);
    },
  );

  it.each(Object.entries(MADE))(
    '%s accepts what Petrichor makes and refuses a wrong one, read by ajv',
    (name, make) => {
      const valid = new Ajv2020({ strict: false }).compile(JSON.parse(schemaOf(name)) as object);
      const document = JSON.parse(JSON.stringify(make())) as Record<string, unknown>;
      expect([valid(document), valid.errors]).toEqual([true, null]);
      expect(valid({ ...document, format: 'other' })).toBe(false);
      expect(valid({ ...document, unasked: 1 })).toBe(false);
    },
  );
});
