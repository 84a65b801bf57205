import { createHash } from 'node:crypto';
import { demoModels } from '@petrichor/demo';
import { slotsOf, type MachineModel } from '@petrichor/core/hardware';
import type { JobCommand } from '@petrichor/core/job';
import { USUAL_POLICY } from '@petrichor/core/teardown';
import exifr from 'exifr';
import piexif from 'piexifjs';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let lead: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  lead = await server.signedIn();
});
afterAll(() => server.stop());

const KITE = demoModels().find((one) => one.id === 'ostrey-kite-13')!;
const as = (state: MachineModel['guide']['state'], model = KITE): MachineModel => ({
  ...model,
  guide: { ...model.guide, state },
});
const save = (who: Visitor, model: MachineModel, basedOn: number, why = 'clips start at the hinge') =>
  who.post('/api/models', { model, basedOn, why });
const inUse = async (id: string): Promise<MachineModel> =>
  (await lead.get('/api/knowledge')).body.models.find((one: MachineModel) => one.id === id);
const record = async (id: string) => (await lead.get(`/api/models/${id}/record`).expect(200)).body;

describe('versions of a guide', () => {
  it('a draft changes nothing that jobs walk; reviewed it does, and what was before is kept', async () => {
    const other = { ...KITE, tryBeforeClosing: 'Otherwise.' };
    expect((await save(lead, as('draft', other), 1).expect(201)).body).toEqual({ version: 2 });
    expect((await inUse(KITE.id)).tryBeforeClosing).toBe(KITE.tryBeforeClosing);
    expect((await save(lead, as('reviewed', other), 2).expect(201)).body).toEqual({ version: 3 });
    expect(await inUse(KITE.id)).toMatchObject({
      tryBeforeClosing: 'Otherwise.',
      guide: { version: 3, state: 'reviewed' },
    });
    expect(
      (await record(KITE.id)).versions.map((one: { version: number; state: string }) => [
        one.version,
        one.state,
      ]),
    ).toEqual([
      [3, 'reviewed'],
      [2, 'draft'],
      [1, 'reviewed'],
    ]);
    expect((await lead.get(`/api/models/${KITE.id}/versions/1`).expect(200)).body).toEqual(KITE);
    await lead.get(`/api/models/${KITE.id}/versions/9`).expect(404);
  });

  it('two people never overwrite each other: the later is told, and has everything still', async () => {
    const [a, b] = await Promise.all([save(lead, as('draft'), 3), save(lead, as('draft'), 3)]);
    expect([a.status, b.status].sort()).toEqual([201, 409]);
    expect([a, b].find((one) => one.status === 409)!.body.detail).toMatch(
      /Somebody saved version 4 meanwhile|newer/,
    );
  });

  it('a new model is one that jobs can be taken in with, marked as a draft, and is not made twice', async () => {
    const fresh = { ...as('draft'), id: 'new-one', name: 'One' };
    await save(lead, fresh, 0).expect(201);
    expect((await inUse('new-one')).guide).toMatchObject({ version: 1, state: 'draft' });
    expect((await save(lead, fresh, 0).expect(409)).body.detail).toContain('is here already');
  });

  it('what cannot be walked stays a draft', async () => {
    const circle = KITE.guide.operations.map((one, at) =>
      at === 0 ? { ...one, after: [[KITE.guide.operations[1]!.id]] } : one,
    );
    const stuck = { ...KITE, id: 'stuck', guide: { ...KITE.guide, operations: circle } };
    expect((await save(lead, as('reviewed', stuck), 0).expect(409)).body.detail).toMatch(
      /cannot be walked yet.*wait for one another/,
    );
    await save(lead, as('draft', stuck), 0).expect(201);
  });

  it('the front desk writes no guide; a change wants a word', async () => {
    await save(await server.signedIn('perpetua'), as('draft'), 4).expect(403);
    expect((await save(lead, as('draft'), 4, '').expect(400)).body.fields[0].message).toContain(
      'Say in a few words',
    );
  });

  it('does not write down what jobs here have shown: that is added whenever a model is read', async () => {
    const seen = { kind: 'seen-here' as const, gb: 4000, worked: true, source: 'job 388' };
    const told = { kind: 'reported' as const, gb: 2000, worked: true, source: 'a forum of boatyards' };
    const model = {
      ...as('draft'),
      id: 'seen',
      places: slotsOf(KITE, null).map((slot) => ({ ...slot, evidence: [seen, told] })),
    };
    await save(lead, model, 0).expect(201);
    expect(slotsOf(await inUse('seen'), null)[0]!.evidence).toEqual([told]);
  });
});

describe('a guide from a file', () => {
  it('is the next version, whatever number it carries; what stood here before is still there', async () => {
    const pane = demoModels().find((one) => one.id === 'corvane-pane-24')!;
    const file = { ...pane, tryBeforeClosing: 'As the file says.', guide: { ...pane.guide, version: 40 } };
    await lead.post('/api/imports', { text: JSON.stringify(file) }).expect(201);
    expect(await inUse(pane.id)).toMatchObject({
      tryBeforeClosing: 'As the file says.',
      guide: { version: 2 },
    });
    expect((await record(pane.id)).versions.map((one: { version: number }) => one.version)).toEqual([2, 1]);
    expect((await lead.get(`/api/models/${pane.id}/versions/1`).expect(200)).body).toEqual(pane);
    await lead.post('/api/imports', { text: JSON.stringify({ ...file, id: 'never-here' }) }).expect(201);
    expect((await inUse('never-here')).guide.version).toBe(40);
  });
});

describe('corrections from jobs', () => {
  it('are listed with the model, and settled once, by a lead', async () => {
    const { body } = await lead
      .post('/api/jobs', { commandId: crypto.randomUUID(), intake: anIntake() })
      .expect(201);
    const { id, seq } = body.job;
    const give = (command: JobCommand) =>
      lead.post(`/api/jobs/${id}/commands`, { commandId: crypto.randomUUID(), basedOn: seq, command });
    await give({ type: 'scout', slotId: 'm2-a', why: 'see how long the old one is' }).expect(200);
    const kept = await give({
      type: 'note',
      kind: 'correction',
      text: 'Eleven screws, not ten.',
      stepId: 'in:cover-screws',
    }).expect(200);
    const at = kept.body.seq as number;
    const [correction] = (await record('tarnwell-fen-14')).corrections;
    expect(correction).toMatchObject({
      jobId: id,
      seq: at,
      operationId: 'cover-screws',
      text: 'Eleven screws, not ten.',
      settled: null,
    });
    const settle = (who: Visitor) =>
      who.post(`/api/corrections/${id}/${at}`, { verdict: 'taken-up', words: 'counted again: eleven' });
    await settle(await server.signedIn('perpetua')).expect(403);
    await settle(lead).expect(204);
    expect((await settle(lead).expect(409)).body.detail).toContain('settled it already');
    expect((await record('tarnwell-fen-14')).corrections[0].settled).toMatchObject({
      verdict: 'taken-up',
      by: 'Ines',
    });
    expect((await record('tarnwell-fen-14')).jobs).toMatchObject([{ id, closed: false }]);
  });
});

describe('the workshop’s policy', () => {
  it('is as usual until a lead changes it, and holds for ways planned then', async () => {
    expect((await lead.get('/api/knowledge')).body.policy).toEqual(USUAL_POLICY);
    const policy = { ...USUAL_POLICY, drainSeconds: 30 };
    await (await server.signedIn('perpetua')).post('/api/policy', policy).expect(403);
    await lead.post('/api/policy', { ...policy, drainSeconds: 1 }).expect(400);
    await lead.post('/api/policy', policy).expect(200);
    const { body } = await lead
      .post('/api/jobs', { commandId: crypto.randomUUID(), intake: anIntake() })
      .expect(201);
    const reply = await lead.post(`/api/jobs/${body.job.id}/commands`, {
      commandId: crypto.randomUUID(),
      basedOn: body.job.seq,
      command: { type: 'scout', slotId: 'm2-a', why: 'look' },
    });
    const planned = reply.body.events.find(
      (one: { event: { type: string } }) => one.event.type === 'way-planned',
    ).event;
    expect(planned.steps.find((step: { id: string }) => step.id === 'in:drain')).toMatchObject({
      waitSeconds: 30,
      title: 'Hold the power button',
    });
  });
});

/** The smallest JPEG there is of one grey pixel (baseline, ITU-T T.81). */
const PIXEL = Buffer.from(
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAABAAEBAREA/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/aAAgBAQABPxA=',
  'base64',
);
/** The same as a phone would write it: with where and when it was taken (written by piexifjs). */
function withPlace(): Buffer {
  const gps = {
    [piexif.GPSIFD.GPSLatitudeRef]: 'N',
    [piexif.GPSIFD.GPSLatitude]: piexif.GPSHelper.degToDmsRational(50.5),
    [piexif.GPSIFD.GPSLongitudeRef]: 'W',
    [piexif.GPSIFD.GPSLongitude]: piexif.GPSHelper.degToDmsRational(4.25),
  };
  const exif = piexif.dump({ '0th': { [piexif.ImageIFD.Make]: 'Corvane' }, Exif: {}, GPS: gps });
  const end = Buffer.from([0xff, 0xd9]);
  return Buffer.from(piexif.insert(exif, Buffer.concat([PIXEL, end]).toString('binary')), 'binary');
}
const send = (who: Visitor, bytes: Buffer, type = 'image/jpeg') => who.send('/api/photos', type, bytes);

describe('photos', () => {
  it('are kept by their hash, without the place they were taken at', async () => {
    const photo = withPlace();
    expect(await exifr.gps(photo)).toMatchObject({ latitude: 50.5, longitude: -4.25 });
    const { body } = await send(lead, photo).expect(201);
    const { body: kept } = await lead
      .get(`/api/photos/${body.hash}`)
      .expect(200)
      .expect('Content-Type', 'image/jpeg');
    expect(createHash('sha256').update(kept).digest('hex')).toBe(body.hash);
    // Read by a reader of somebody else's: nothing is left.
    expect(await exifr.parse(kept, true).catch(() => undefined)).not.toMatchObject({
      Make: expect.anything(),
    });
    expect(await exifr.gps(kept).catch(() => undefined)).toBeUndefined();
    expect(kept.length).toBeLessThan(photo.length);
    expect((await send(lead, kept).expect(201)).body.hash).toBe(body.hash);
  });

  it('what lies behind the picture goes too, and what is no JPEG is refused in words', async () => {
    const tail = Buffer.concat([withPlace(), Buffer.from('a film of the harbour')]);
    const { body } = await send(lead, tail).expect(201);
    expect((await lead.get(`/api/photos/${body.hash}`)).body.includes('harbour')).toBe(false);
    for (const bad of [Buffer.from('no picture'), PIXEL.subarray(0, 30), Buffer.alloc(0)])
      expect((await send(lead, bad).expect(400)).body.detail).toContain('no JPEG');
    await send(lead, PIXEL, 'image/png').expect(400);
  });

  it('are for who is signed in, and for no address that is made up', async () => {
    const { body } = await send(lead, withPlace()).expect(201);
    await server.anyone().get(`/api/photos/${body.hash}`).expect(401);
    await send(server.anyone(), withPlace()).expect(401);
    await lead.get(`/api/photos/${'0'.repeat(64)}`).expect(404);
    await lead.get('/api/photos/..%2f..%2fetc%2fpasswd').expect(400);
  });
});
