import { IntakeSchema, type Intake, type IntakeInput } from '@petrichor/core/job';

/** What a counter would send. */
export const anIntake = (own: Partial<IntakeInput> = {}): Intake =>
  IntakeSchema.parse({
    customer: { name: 'Halima Quist', reach: '' },
    modelId: 'tarnwell-fen-14',
    modelName: 'Tarnwell Fen 14',
    serial: 'TF14-30417',
    complaint: 'It freezes.',
    mustNotLose: 'tide tables',
    accessories: '',
    promisedAt: '2026-04-14T13:00:00.000Z',
    baseline: {
      starts: 'works',
      keys: 'works',
      click: 'works',
      screen: 'works',
      camera: 'works',
      speakers: 'works',
      wireless: 'works',
      ports: 'works',
      hinges: 'works',
    },
    ...own,
  });
