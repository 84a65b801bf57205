import { m2Slot, model } from '../testing/samples.js';
import { jobAt } from '../testing/walks.js';
import { correctedSince } from './reading/corrected.js';
import type { JobState } from './shape/state.js';

const against = (job: JobState, now = model()) => correctedSince(job, { model: () => now, parts: () => [] });

describe('a model that was corrected while a job was under way', () => {
  const { job } = jobAt('prove');

  it('is not spoken of where it is what it was', () => expect(against(job)).toEqual([]));

  it('says what the job is judged by, where the slot has another link by now', () => {
    const [line, ...more] = against(job, model({ places: [m2Slot({ generation: 4 })] }));
    expect(line).toContain('Otherwise by now: M.2 socket is PCIe 4 ×4');
    expect(line).toContain(`is judged as ${job.changes[0]!.link!.say}`);
    expect(more).toEqual([]);
  });

  it('says so where the drive would not fit by now, or its place is gone', () => {
    const short = m2Slot({ post: { nowAtMm: 42, canMoveToMm: [], tool: null } });
    expect(against(job, model({ places: [short] })).join()).toContain('by the model and what was found');
    expect(against(job, model({ places: [m2Slot({ id: 'other' })] })).join()).toContain('any more');
  });

  it('names the version of the guide that it is walked with', () => {
    const plain = model();
    const [line] = against(job, { ...plain, guide: { ...plain.guide, version: 4 } });
    expect(line).toContain('version 4 by now; this job is walked with version 3');
  });

  it('has nothing to say of a model that is not here', () =>
    expect(correctedSince(job, { model: () => undefined, parts: () => [] })).toEqual([]));
});
