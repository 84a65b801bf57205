import { readSmartReport } from '../formats/index.js';
import { jobAt } from '../testing/walks.js';

const NUL = String.fromCharCode(0);

describe('a character that cannot be kept', () => {
  it('is refused where it is typed, before it lies in front of everything else that waits to be sent', () => {
    const bench = jobAt('way-in');
    const refusal = bench.give({ type: 'note', text: `from a scanner${NUL}`, stepId: null });
    expect(refusal).toMatch(/^unkeepable: .*U\+0000/);
    expect(bench.give({ type: 'note', text: 'typed anew', stepId: null })).toBeNull();
  });

  it('is left out where a report pads with it', () => {
    const report = {
      smartctl: { version: [7, 3] },
      device: { name: '/dev/sda', protocol: 'ATA' },
      model_name: `PELLOW P3${NUL}`,
      serial_number: `AB-1${NUL}${NUL}`,
      smart_status: { passed: true },
    };
    const read = readSmartReport(JSON.stringify(report));
    expect(read).toMatchObject({ ok: true, value: { serial: 'AB-1' } });
  });
});
