import { randomUUID } from 'node:crypto';
import { parse } from 'csv-parse/sync';
import { replay, type JobCommand, type JobState, type RecordedEvent } from '@petrichor/core/job';
import { LEDGER_COLUMNS } from '@petrichor/core/ledger';
import ICAL from 'ical.js';
import { finish, WALKED_MS } from '../testing/finish.js';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let lead: Visitor;
let desk: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  lead = await server.signedIn();
  desk = await server.signedIn('perpetua');
});
afterAll(() => server.stop());

const id = () => randomUUID();
const open = async (own: Parameters<typeof anIntake>[0] = {}): Promise<JobState> =>
  (await lead.post('/api/jobs', { commandId: id(), intake: anIntake(own) }).expect(201)).body.job;
const give = (jobId: string, command: JobCommand) =>
  lead.post(`/api/jobs/${jobId}/commands`, { commandId: id(), basedOn: 0, command });
const find = async (words: string, more = '') =>
  (await lead.get(`/api/ledger?find=${encodeURIComponent(words)}${more}`).expect(200)).body;

describe('the Ledger', () => {
  it('finds a job by serial, customer, phone, model, drive and free words, typing errors allowed for', async () => {
    const job = await open({
      customer: { name: 'Bettany Crole', reach: '+44 1632 960 777' },
      serial: 'TF14-2K-90817',
      complaint: 'Whirrs like a kettle at breakfast.',
    });
    for (const words of [
      'TF14-2K-90817',
      'tf142k90817',
      'TF14-2K-9O8I7',
      'bettany',
      'crole 90817',
      '960777',
      'kettle breakfast',
      'fen bettany',
    ])
      expect([words, (await find(words)).rows.map((row: { id: string }) => row.id)]).toEqual([
        words,
        expect.arrayContaining([job.id]),
      ]);
    const wrong = await find('betany crloe');
    expect(wrong.rows.map((row: { id: string }) => row.id)).toContain(job.id);
    expect(wrong.instead).toMatchObject({ betany: ['bettany'], crloe: ['crole'] });
    expect((await find('90871')).rows.map((row: { id: string }) => row.id)).toContain(job.id);
    expect((await find('bettany harpsichord')).rows).toEqual([]);
    // One wrong sign in a serial's last group is that machine, and not another that happens to have such a
    // group.
    await open({ serial: 'QX9-4L-90811' });
    const serial = await find('TF14-2K-90811');
    expect([serial.rows.map((row: { id: string }) => row.id), serial.instead]).toEqual([
      [job.id],
      { 'TF14-2K-90811': ['tf142k90817'] },
    ]);
  });

  it('follows a job that changes: what it was found by before it is found by no more', async () => {
    const job = await open({ customer: { name: 'Zebediah Knott', reach: '' } });
    expect((await find('zebediah')).rows).toHaveLength(1);
    await give(job.id, {
      type: 'amend-intake',
      intake: { ...job.intake, customer: { ...job.intake.customer, name: 'Zachary Knott' } },
    }).expect(200);
    expect((await find('zachary')).rows).toHaveLength(1);
    const old = await find('zebediah');
    expect(old.rows.filter((row: { id: string }) => row.id === job.id)).toEqual([]);
  });

  it('is turned over page by page, each job once, and filtered', async () => {
    for (let at = 0; at < 55; at++) await open({ serial: `PAGE-${at}`, complaint: 'paging through' });
    const first = await find('paging');
    expect(first.rows).toHaveLength(50);
    const second = await find('paging', `&before=${first.next}`);
    const numbers = [...first.rows, ...second.rows].map((row: { number: number }) => row.number);
    expect(numbers).toHaveLength(55);
    expect(new Set(numbers).size).toBe(55);
    expect((await find('paging', '&state=closed')).rows).toEqual([]);
    expect((await find('', '&from=2031-01-01')).rows).toEqual([]);
    // So many words begin so that not all are looked at, and it says so.
    expect((await find('page')).cut).toEqual(['page']);
    expect((await find('page-54')).cut).toEqual([]);
    const all: { number: number }[] = [];
    for (let next: number | null = 0; next !== null;) {
      const turned = await find('', next === 0 ? '' : `&before=${next}`);
      all.push(...turned.rows);
      next = turned.next;
    }
    expect(new Set(all.map((row) => row.number)).size).toBe(all.length);
    expect(all.length).toBeGreaterThan(55);
    await lead.get('/api/ledger?from=yesterday').expect(400);
  });

  it(
    'has the whole history of a machine and of a drive',
    async () => {
      const job = await finish(server, { serial: 'HIST-1' });
      const again = await open({ serial: 'hist.1' });
      const history = async (serial: string) =>
        (
          (await lead.get(`/api/ledger/history/${encodeURIComponent(serial)}`).expect(200)).body.rows as {
            number: number;
          }[]
        ).map((row) => row.number);
      expect(await history('HIST-1')).toEqual([again.number, job.number]);
      expect(await history(job.serials.newDrive!)).toEqual([job.number]);
      expect(await history(job.serials.oldDrive!)).toEqual([job.number]);
    },
    WALKED_MS,
  );

  it('sees nothing of another workshop', async () => {
    const other = await TestServer.start();
    try {
      const visitor = await other.signedIn();
      await visitor
        .post('/api/jobs', {
          commandId: id(),
          intake: anIntake({ customer: { name: 'Elsewhere Only', reach: '' } }),
        })
        .expect(201);
      expect((await find('elsewhere')).rows).toEqual([]);
    } finally {
      await other.stop();
    }
  });

  it('goes out as CSV that another reader reads the same (RFC 4180), and as JSON Lines', async () => {
    await open({
      customer: { name: 'Quote "Comma, Ltd"', reach: '' },
      complaint: 'First line\nsecond, line "quoted"\r\nthird',
      serial: 'CSV-1',
    });
    await open({ customer: { name: '=SUM(A1)', reach: '' }, serial: 'CSV-2' });
    await open({ serial: 'CSV-3', complaint: '=SUM(A1)\nand on a second line' });
    const { text, headers } = await lead.get('/api/ledger.csv').expect(200);
    expect(headers['content-type']).toContain('text/csv');
    const records: Record<string, string>[] = parse(text, { columns: true, record_delimiter: '\r\n' });
    const listed = (await lead.get('/api/ledger.jsonl').buffer(true).parse(plain).expect(200)).body as string;
    const rows = listed
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line) as { number: number; complaint: string });
    expect(records).toHaveLength(rows.length);
    expect(Object.keys(records[0]!)).toEqual([...LEDGER_COLUMNS]);
    const record = records.find((one) => one['serial'] === 'CSV-1')!;
    expect([record['customer'], record['complaint']]).toEqual([
      'Quote "Comma, Ltd"',
      rows.find((row) => row.number === Number(record['number']))!.complaint,
    ]);
    // A spreadsheet must not run what a customer wrote.
    expect(records.find((one) => one['serial'] === 'CSV-2')!['customer']).toBe("'=SUM(A1)");
    expect(records.find((one) => one['serial'] === 'CSV-3')!['complaint']).toBe(
      "'=SUM(A1)\nand on a second line",
    );
    // What was found goes out, all pages of it: 55 jobs are two.
    const paged = (await lead.get('/api/ledger.jsonl?find=paging').buffer(true).parse(plain).expect(200))
      .body as string;
    expect(paged.trimEnd().split('\n')).toHaveLength(55);
  });

  it(
    'has figures from what was handed over',
    async () => {
      const job = await finish(server, { serial: 'FIG-1' });
      const { finished } = (await lead.get('/api/ledger/figures?from=2026-04-01&to=2026-05-01').expect(200))
        .body;
      const own = finished.find((one: { number: number }) => one.number === job.number);
      expect(own).toMatchObject({ modelId: 'tarnwell-fen-14', outcome: 'repaired' });
      expect(own.steps.length).toBeGreaterThan(5);
    },
    WALKED_MS,
  );
});

const plain = (response: unknown, done: (error: Error | null, body: string) => void): void => {
  const stream = response as NodeJS.ReadableStream;
  let text = '';
  stream.on('data', (chunk: Buffer) => (text += chunk.toString('utf8')));
  stream.on('end', () => done(null, text));
};

describe('the calendar of promises', () => {
  it('is read by another reader of iCalendar (RFC 5545), an event a job', async () => {
    const job = await open({
      serial: 'CAL-1',
      customer: { name: 'Comma, Semi; Back\\slash', reach: '' },
      promisedAt: '2026-05-04T13:00:00.000Z',
    });
    const { text, headers } = await lead.get('/api/promises.ics').expect(200);
    expect(headers['content-type']).toContain('text/calendar');
    const events = new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents('vevent')
      .map((one) => new ICAL.Event(one));
    const own = events.find((one) => one.uid === `${job.id}@petrichor`)!;
    expect(own.startDate.toJSDate().toISOString()).toBe('2026-05-04T13:00:00.000Z');
    expect(own.summary).toBe(`${job.number} Tarnwell Fen 14, Comma, Semi; Back\\slash`);
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  });
});

describe('a job as a document', () => {
  it(
    'goes into another workshop whole, under its next number, and is found there',
    async () => {
      const job = await finish(server, {
        serial: 'DOC-1',
        customer: { name: 'Document Carrier', reach: '' },
      });
      const { text } = await lead
        .get(`/api/jobs/${job.id}/document`)
        .buffer(true)
        .parse(plain)
        .expect(200)
        .then((reply) => ({ text: reply.body as string }));
      const other = await TestServer.start();
      try {
        const visitor = await other.signedIn();
        const sent = visitor.send('/api/job-documents', 'text/plain', Buffer.from(text));
        const { body } = await sent.expect(201);
        expect(body).toEqual({ jobId: job.id, number: 401 });
        const there: JobState = (await visitor.get(`/api/jobs/${job.id}`).expect(200)).body.job;
        expect({ ...there, number: job.number, seq: job.seq, lastTouched: job.lastTouched }).toEqual(job);
        expect((await visitor.get('/api/ledger?find=document').expect(200)).body.rows).toHaveLength(1);
        const events: RecordedEvent[] = (await visitor.get(`/api/jobs/${job.id}/events`).expect(200)).body
          .events;
        expect(replay(events)!.number).toBe(401);
        expect(
          (await visitor.send('/api/job-documents', 'text/plain', Buffer.from(text)).expect(409)).body.detail,
        ).toContain('here already');
      } finally {
        await other.stop();
      }
    },
    WALKED_MS,
  );

  it('is refused in words where it is none, or where a photo is another', async () => {
    expect(
      (await lead.send('/api/job-documents', 'text/plain', Buffer.from('{"a":1}')).expect(400)).body.detail,
    ).toContain('no job of this program');
    await desk.send('/api/job-documents', 'text/plain', Buffer.from('{}')).expect(403);
  });
});
