import { DiagnosisKnowledgeSchema, shippedDiagnosis } from '@petrichor/core/diagnose';
import {
  addCause,
  addLink,
  addSign,
  chanceTyped,
  editCause,
  editLink,
  editTest,
  removeCause,
  removeLink,
} from './edit';

const edition = shippedDiagnosis('before');
const link = (of: typeof edition, observation: string, cause: string) =>
  of.observations.find((one) => one.id === observation)!.links.find((one) => one.cause === cause);

describe('editing what diagnosis knows', () => {
  it('makes a new edition and leaves the old one as it was', () => {
    const next = editLink(edition, 'plug-askew', 'connection', { strength: 0.9 });
    expect(link(next, 'plug-askew', 'connection')).toMatchObject({ strength: 0.9, source: 'lead' });
    expect(link(edition, 'plug-askew', 'connection')).toMatchObject({
      strength: 0.65,
      source: 'common-practice',
    });
  });

  it('keeps a number’s own source when only its floor or weight is set', () => {
    expect(
      link(
        editLink(edition, 'pending', 'mechanical-failing', { floor: 0.1 }),
        'pending',
        'mechanical-failing',
      ),
    ).toMatchObject({
      source: 'published',
      floor: 0.1,
    });
    expect(
      editCause(edition, 'connection', { priorJobs: 40 }).causes.find((one) => one.id === 'connection'),
    ).toMatchObject({
      source: 'common-practice',
      priorJobs: 40,
    });
  });

  it('adds a link once and takes it away again', () => {
    const more = addLink(addLink(edition, 'clicks', 'overheating'), 'clicks', 'overheating');
    expect(
      more.observations
        .find((one) => one.id === 'clicks')!
        .links.filter((one) => one.cause === 'overheating'),
    ).toHaveLength(1);
    expect(link(removeLink(more, 'clicks', 'overheating'), 'clicks', 'overheating')).toBeUndefined();
  });

  it('always leaves a whole document', () => {
    const next = editTest(
      editCause(addLink(edition, 'clicks', 'overheating'), 'connection', { prior: 0.2 }),
      'listen',
      {
        handsMinutes: 4,
      },
    );
    expect(DiagnosisKnowledgeSchema.safeParse(next).success).toBe(true);
  });

  it('takes causes and signs of the lead’s own, and takes a cause away with its links', () => {
    const { edition: more, id } = addCause(edition, 'Swollen battery');
    const again = addCause(more, 'Swollen battery!');
    expect([id, again.id]).toEqual(['swollen-battery', 'swollen-battery-2']);
    const signed = addSign(again.edition, 'The lid does not close', id);
    expect(link(signed, 'the-lid-does-not-close', id)).toMatchObject({ strength: 0.5, source: 'lead' });
    expect(DiagnosisKnowledgeSchema.safeParse(signed).success).toBe(true);
    const less = removeCause(removeCause(signed, id), 'connection');
    expect(less.causes.some((one) => one.id === id || one.id === 'connection')).toBe(false);
    expect(DiagnosisKnowledgeSchema.safeParse(less).success).toBe(true);
  });

  it.each([
    [12.5, 0.125],
    [0, 0],
    [null, null],
    [101, null],
    [-1, null],
  ])('reads %d in 100 as %d', (typed, chance) => expect(chanceTyped(typed)).toBe(chance));
});
