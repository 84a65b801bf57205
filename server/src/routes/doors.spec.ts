import { createHash, randomUUID } from 'node:crypto';
import { API, CONTRACT, Media, type Route, type RouteName } from '@petrichor/api';
import { demoModels, demoParts } from '@petrichor/demo';
import { shippedDiagnosis } from '@petrichor/core/diagnose';
import type { JobCommand, JobState, Role } from '@petrichor/core/job';
import { USUAL_PRICING } from '@petrichor/core/quote';
import { USUAL_POLICY } from '@petrichor/core/teardown';
import pg from 'pg';
import { hashOf } from '../services/accounts.js';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

/**
 * Every operation of the contract, with a body that would be accepted, tried by nobody, by each role, and by
 * a lead of another workshop with this one's ids. A new operation is not tried, and does not compile here,
 * until it has a line below.
 */
const ROLES: readonly Role[] = ['technician', 'desk', 'lead'];
const HANDS: readonly Role[] = ['technician', 'lead'];
const LEAD: readonly Role[] = ['lead'];
/** In names of people, customers and machines of the first workshop: nobody of another ever reads it. */
const MARKER = 'MARKER7';
const PASSWORD = 'a long enough one';

interface World {
  readonly job: JobState;
  readonly noteId: string;
  readonly noteSeq: number;
  readonly hash: string;
  /** Somebody who may be changed, locked and removed. */
  readonly somebody: string;
  readonly sessionId: string;
}
interface Line {
  /** Who may. */
  readonly by: readonly Role[] | 'anyone';
  readonly body?: (world: World) => object | string;
  readonly query?: string;
}

const id = () => randomUUID();
const asked = () => ({ commandId: id() });
const KITE = demoModels().find((one) => one.id === 'ostrey-kite-13')!;
const draft = { ...KITE, guide: { ...KITE.guide, state: 'draft' as const } };
const PART = demoParts()[0]!;
/** A JPEG of one grey pixel (baseline, ITU-T T.81), as base64. */
const JPEG = Buffer.from(
  '/9j/4AAQSkZJRgABAQEAYABgAAD/2wBDAAgGBgcGBQgHBwcJCQgKDBQNDAsLDBkSEw8UHRofHh0aHBwgJC4nICIsIxwcKDcpLDAxNDQ0Hyc5PTgyPC4zNDL/wAALCAABAAEBAREA/8QAHwAAAQUBAQEBAQEAAAAAAAAAAAECAwQFBgcICQoL/8QAtRAAAgEDAwIEAwUFBAQAAAF9AQIDAAQRBRIhMUEGE1FhByJxFDKBkaEII0KxwRVS0fAkM2JyggkKFhcYGRolJicoKSo0NTY3ODk6Q0RFRkdISUpTVFVWV1hZWmNkZWZnaGlqc3R1dnd4eXqDhIWGh4iJipKTlJWWl5iZmqKjpKWmp6ipqrKztLW2t7i5usLDxMXGx8jJytLT1NXW19jZ2uHi4+Tl5ufo6erx8vP09fb3+Pn6/9oACAEBAAA/APn+v//Z',
  'base64',
);

const LINES: Record<RouteName, Line> = {
  stream: { by: ROLES },
  session: { by: 'anyone' },
  signIn: { by: 'anyone', body: () => ({ signInName: 'ines', password: PASSWORD }) },
  signOut: { by: 'anyone' },
  firstAccount: {
    by: 'anyone',
    body: () => ({ workshopName: 'W', name: 'N', signInName: 'nn', password: PASSWORD }),
  },
  ownPassword: { by: ROLES, body: () => ({ old: PASSWORD, password: PASSWORD }) },
  accounts: { by: ROLES },
  addAccount: {
    by: LEAD,
    body: () => ({ name: 'New', signInName: `new-${id().slice(0, 8)}`, password: PASSWORD, roles: ['desk'] }),
  },
  changePerson: { by: LEAD, body: () => ({ roles: ['desk'] }) },
  resetPassword: { by: LEAD, body: () => ({ password: PASSWORD }) },
  sessionsOf: { by: LEAD },
  endSession: { by: LEAD },
  removePerson: { by: LEAD },
  bench: { by: ROLES },
  probe: { by: 'anyone' },
  health: { by: LEAD },
  backup: { by: ROLES },
  missingCommands: { by: ROLES, body: () => ({ commandIds: [id()] }) },
  tellUnsent: { by: ROLES, body: () => ({ waiting: 1, aside: 0, since: null }) },
  audit: { by: LEAD },
  openJob: { by: ROLES, body: () => ({ ...asked(), intake: anIntake() }) },
  job: { by: ROLES },
  events: { by: ROLES, query: '?after=0' },
  give: {
    by: HANDS,
    body: () => ({
      ...asked(),
      basedOn: 0,
      command: { type: 'observe', observation: 'bad-sectors', seen: 'seen' },
    }),
  },
  saveGuide: {
    by: HANDS,
    body: () => ({ model: { ...draft, id: `new-${id().slice(0, 8)}` }, basedOn: 0, why: 'new here' }),
  },
  modelRecord: { by: ROLES },
  modelAt: { by: ROLES },
  settleCorrection: { by: LEAD, body: () => ({ verdict: 'declined', words: 'looked at it' }) },
  setPolicy: { by: LEAD, body: () => USUAL_POLICY },
  setPricing: { by: LEAD, body: () => USUAL_PRICING },
  customers: { by: ROLES, query: `?find=${MARKER}` },
  keepSealed: { by: ROLES, body: () => ({ ...asked(), kind: 'passcode', label: '', secret: MARKER }) },
  lookSealed: { by: LEAD, body: asked },
  destroySealed: { by: ROLES, body: asked },
  offers: { by: ROLES, query: `?kind=part&id=${PART.id}&quantity=1` },
  placeOrder: {
    by: ROLES,
    body: () => ({
      ...asked(),
      orderId: id(),
      need: `part:${PART.id}`,
      item: { kind: 'part', id: PART.id },
      supplier: 'Harbour Parts',
      inPlaceOf: null,
    }),
  },
  cancelOrder: { by: ROLES, body: () => ({ ...asked(), why: 'too late' }) },
  returnOrder: { by: ROLES, body: () => ({ ...asked(), why: 'too late' }) },
  ledger: { by: ROLES, query: `?find=${MARKER}` },
  figures: { by: ROLES, query: '?from=2026-01-01&to=2027-01-01' },
  history: { by: ROLES },
  ledgerCsv: { by: ROLES },
  ledgerLines: { by: ROLES },
  promises: { by: ROLES },
  jobOfNumber: { by: ROLES },
  jobDocument: { by: ROLES },
  bringInJob: { by: LEAD, body: ({ job }) => documentOf(job) },
  keepPhoto: { by: ROLES, body: () => 'jpeg' },
  photo: { by: ROLES },
  knowledge: { by: ROLES },
  bringIn: { by: LEAD, body: () => ({ text: JSON.stringify({ ...KITE, id: `new-${id().slice(0, 8)}` }) }) },
  shelf: { by: ROLES },
  stockMoves: { by: ROLES },
  moveStock: {
    by: ROLES,
    body: () => ({ id: id(), item: { kind: 'part', id: PART.id }, move: { kind: 'received', quantity: 1 } }),
  },
  putLabelled: {
    by: ROLES,
    body: () => ({
      id: `hand-${id()}`,
      labelled: { family: 'msata', maker: 'M', name: 'N', markedGb: 60, size: 'full', generation: null },
    }),
  },
  putItems: { by: LEAD, body: () => ({ drives: [], parts: [] }) },
  diagnosis: { by: ROLES },
  pastCases: { by: ROLES },
  saveEdition: { by: LEAD, body: () => ({ knowledge: shippedDiagnosis('before'), why: 'the same again' }) },
  oldEdition: { by: ROLES },
  dock: { by: ROLES },
  selfReport: { by: HANDS },
  driveTable: { by: HANDS },
  pauseRun: { by: HANDS },
  resumeRun: { by: HANDS },
  runMap: { by: HANDS },
  startRun: { by: HANDS, body: () => ({ kind: 'surface-read', targetBay: null }) },
  run: { by: ROLES },
  stopRun: { by: HANDS },
  simulatedDrives: { by: ROLES },
  putIn: { by: HANDS, body: () => ({ driveId: null }) },
};

/** Another job than is here, as another installation would send it. */
function documentOf(job: JobState): string {
  const event = {
    type: 'job-opened',
    jobId: id(),
    number: 1,
    intake: { ...job.intake, customer: { ...job.intake.customer, id: id() } },
  };
  const events = [
    { seq: 1, at: '2026-04-14T08:00:00.000Z', by: { id: id(), name: 'N' }, commandId: id(), event },
  ];
  return JSON.stringify({
    format: 'petrichor-job',
    workshop: 'W',
    exportedAt: '2026-04-14T08:00:00.000Z',
    events,
    photos: [],
  });
}

const urlOf = (route: Route, { query = '' }: Line, world: World): string => {
  const ids: Record<string, string> = {
    jobId: world.job.id,
    noteId: world.noteId,
    orderId: id(),
    accountId: world.somebody,
    sessionId: world.sessionId,
    runId: id(),
    about: 'before',
    modelId: 'tarnwell-fen-14',
    version: '1',
    seq: String(world.noteSeq),
    hash: world.hash,
    serial: world.job.intake.serial,
    number: String(world.job.number),
    bay: 'A',
    kind: 'part',
    id: PART.id,
  };
  return API + route.path.replace(/:(\w+)/g, (_, name: string) => ids[name]!) + query;
};

interface Answered {
  readonly status: number;
  readonly text: string;
  readonly body?: { readonly code?: string };
}

async function ask(who: Visitor, key: RouteName, world: World): Promise<Answered> {
  const route: Route = CONTRACT[key];
  const line = LINES[key];
  const url = urlOf(route, line, world);
  // A line that never ends is left once it has begun.
  if (key === 'stream') return who.begin(url);
  if (route.method !== 'POST') return who[route.method === 'GET' ? 'get' : 'delete'](url);
  const body = line.body?.(world) ?? {};
  if (body === 'jpeg') return who.send(url, 'image/jpeg', JPEG);
  if (route.body instanceof Media) return who.send(url, route.body.type, Buffer.from(body as string));
  return who.post(url, body as object);
}

let server: TestServer;
let owner: pg.Client;
let lead: Visitor;
const KEYS = Object.keys(CONTRACT) as RouteName[];
const pathOf = (key: RouteName): string => CONTRACT[key].path;
beforeAll(async () => {
  server = await TestServer.start();
  lead = await server.signedIn();
  owner = new pg.Client({ connectionString: server.databaseUrl });
  await owner.connect();
});
afterAll(async () => {
  await owner.end();
  await server.stop();
});

const addPerson = async (roles: readonly Role[]): Promise<{ id: string; signInName: string }> => {
  const signInName = `${MARKER.toLowerCase()}-${id().slice(0, 8)}`;
  const { body } = await lead
    .post('/api/accounts', { name: `${MARKER} ${signInName}`, signInName, password: PASSWORD, roles })
    .expect(201);
  return {
    signInName,
    id: (body.accounts as { id: string; signInName: string }[]).find((one) => one.signInName === signInName)!
      .id,
  };
};
const enter = async (signInName: string): Promise<Visitor> => {
  const visitor = server.anyone();
  await visitor.post('/api/session', { signInName, password: PASSWORD }).expect(200);
  return visitor;
};

/** What there is to get at: a job with a note and a sealed one, a photo, somebody who is signed in. */
async function world(): Promise<World> {
  const intake = anIntake({
    customer: { name: `${MARKER} Quist`, reach: MARKER },
    serial: `${MARKER}-${id().slice(0, 6)}`,
  });
  const job: JobState = (await lead.post('/api/jobs', { ...asked(), intake }).expect(201)).body.job;
  const give = async (command: JobCommand) =>
    (await lead.post(`/api/jobs/${job.id}/commands`, { ...asked(), basedOn: 0, command }).expect(200)).body
      .seq as number;
  const noteSeq = await give({ type: 'note', text: MARKER, stepId: null });
  const noteId = id();
  await lead
    .post(`/api/jobs/${job.id}/sealed`, {
      commandId: noteId,
      kind: 'passcode',
      label: MARKER,
      secret: MARKER,
    })
    .expect(201);
  const hash: string = (await lead.send('/api/photos', 'image/jpeg', JPEG).expect(201)).body.hash;
  const somebody = await addPerson(['desk']);
  await enter(somebody.signInName);
  const { sessions } = (await lead.get(`/api/accounts/${somebody.id}/sessions`).expect(200)).body;
  return { job, noteId, noteSeq, hash, somebody: somebody.id, sessionId: sessions[0].id };
}

/** Everything that is the first workshop's, as one number. */
async function everything(): Promise<string> {
  const { rows: tables } = await owner.query<{ name: string; column: string }>(
    `select c.relname as name, case c.relname when 'workshop' then 'id' else 'workshop_id' end as column from pg_class c
     where c.relkind in ('r', 'p') and c.relnamespace = 'public'::regnamespace and c.relname not in ('session', 'schema_version') order by 1`,
  );
  const sums: string[] = [];
  for (const { name, column } of tables) {
    const { rows } = await owner.query<{ sum: string | null }>(
      `select md5(string_agg(t::text, '|' order by t::text)) as sum from "${name}" t where t."${column}" = $1`,
      [server.workshopId],
    );
    sums.push(`${name} ${rows[0]!.sum ?? ''}`);
  }
  return createHash('sha256').update(sums.join('\n')).digest('hex');
}

describe('with a body that would be accepted', () => {
  it('nobody does anything without a session', async () => {
    const there = await world();
    const before = await everything();
    for (const key of KEYS.filter((one) => LINES[one].by !== 'anyone')) {
      const { status, text } = await ask(server.anyone(), key, there);
      expect([key, status]).toEqual([key, 401]);
      expect(text).not.toContain(MARKER);
    }
    expect(await everything()).toBe(before);
  });

  it.each(ROLES)(
    'a person who is %s alone does what that role does, and nothing else',
    async (role) => {
      const usual = { there: await world(), who: await enter((await addPerson([role])).signInName) };
      for (const key of KEYS) {
        // What is used up by being done once is made anew.
        const once = /accountId|noteId|session/.test(pathOf(key));
        const { there, who } = once
          ? { there: await world(), who: await enter((await addPerson([role])).signInName) }
          : usual;
        const { status, body } = await ask(who, key, there);
        const { by } = LINES[key];
        const refused = status === 401 || status === 403 || body?.code === 'not-yours';
        expect({ key, status, refused }).toEqual({
          key,
          status,
          refused: by !== 'anyone' && !by.includes(role),
        });
        expect([key, status]).not.toEqual([key, 400]);
      }
    },
    60_000,
  );

  it('a lead of another workshop reads and changes nothing here, by any id', async () => {
    const elsewhere = id();
    await owner.query(`insert into workshop (id, name) values ($1, 'Elsewhere')`, [elsewhere]);
    await owner.query(
      `insert into account (workshop_id, id, name, sign_in_name, password_hash, roles) values ($1, $2, 'Eve', 'eve', $3, '{technician,desk,lead}')`,
      [elsewhere, id(), await hashOf(PASSWORD)],
    );
    const there = await world();
    const before = await everything();
    const eve = await enter('eve');
    // First what is read: who keeps the same photo has it, too.
    for (const key of KEYS.filter((one) => LINES[one].by !== 'anyone').sort((one, other) =>
      CONTRACT[one].method.localeCompare(CONTRACT[other].method),
    )) {
      const { status, text } = await ask(eve, key, there);
      if (/:(jobId|accountId|noteId|hash|number)\b/.test(pathOf(key)))
        expect({ key, status, no: [404, 409, 503].includes(status) }).toEqual({ key, status, no: true });
      // What one's own search words and secrets are is no news.
      if (!/customers|sealed/.test(pathOf(key))) expect([key, text.includes(MARKER)]).toEqual([key, false]);
    }
    expect(await everything()).toBe(before);
  });
});
