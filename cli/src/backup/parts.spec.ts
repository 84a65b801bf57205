import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { NO_BACKUP } from '@petrichor/api';
import { generateIdentity, identityToRecipient } from 'age-encryption';
import { BackupFolder } from './folder.js';
import { keysFrom } from './locks.js';
import { isNeeded } from './log.js';
import { isDue, lastDue } from './nightly.js';
import { readSealSheet, sealPrint, sealSheet } from './seal-sheet.js';
import { momentOf, nightlySettings } from './settings.js';

let root: string;
beforeAll(() => {
  root = mkdtempSync(join(tmpdir(), 'petrichor-folder-'));
});
afterAll(() => rmSync(root, { recursive: true, force: true }));

const readAll = async (source: Readable): Promise<Buffer> =>
  Buffer.concat((await source.toArray()) as Buffer[]);

describe('the key of the sealed notes on paper', () => {
  const key = '0123456789abcdef'.repeat(4);
  it('is read back from its sheet, also typed by hand or alone', () => {
    const sheet = sealSheet(key, new Date('2026-11-27'));
    expect(sheet).toContain(sealPrint(key));
    expect(readSealSheet(sheet)).toBe(key);
    expect(readSealSheet(sheet.toUpperCase().replaceAll('·', ' '))).toBe(key);
    expect(readSealSheet(` ${key}\n`)).toBe(key);
  });
  it('tells the line of a digit that was typed wrongly, and a line that is missing', () => {
    const sheet = sealSheet(key, new Date('2026-11-27'));
    const lines = sheet.split('\n');
    const third = lines.findIndex((line) => line.startsWith('  3'));
    expect(() => readSealSheet(sheet.replace(lines[third]!, lines[third]!.replace('0123', '0132')))).toThrow(
      'Line 3',
    );
    expect(() => readSealSheet(lines.filter((_, at) => at !== third).join('\n'))).toThrow(
      'Line 3 of the key is missing',
    );
  });
});

describe('a folder', () => {
  it('locked for a recipient takes backups without the key, and gives them to whoever has it', async () => {
    const identity = await generateIdentity();
    const path = join(root, 'recipient');
    const keys = { passphrase: null, recipient: await identityToRecipient(identity), identityFile: null };
    const folder = await BackupFolder.open(path, keys, true);
    expect(folder.canRead).toBe(false);
    const put = await folder.put('backups/one/base.tar', Readable.from([Buffer.from('a'.repeat(200_000))]));
    expect(put).toMatchObject({ file: 'backups/one/base.tar.gz.age', plainBytes: 200_000 });
    await expect(folder.get(put.file)).rejects.toThrow('kept elsewhere');
    const identityFile = join(root, 'identity');
    writeFileSync(identityFile, `# mine\n${identity}\n`);
    const own = await BackupFolder.open(path, { passphrase: null, recipient: null, identityFile }, false);
    expect((await readAll(await own.get(put.file))).toString()).toBe('a'.repeat(200_000));
    writeFileSync(identityFile, await generateIdentity());
    const other = await BackupFolder.open(path, { passphrase: null, recipient: null, identityFile }, false);
    await expect(other.get(put.file)).rejects.toThrow('not the one');
  });

  it('keeps nothing of a file that broke off', async () => {
    const folder = await BackupFolder.open(
      join(root, 'broken'),
      { passphrase: null, recipient: null, identityFile: null },
      true,
    );
    const source = Readable.from(
      // eslint-disable-next-line @typescript-eslint/require-await
      (async function* () {
        yield Buffer.from('begun');
        throw new Error('the database went away');
      })(),
    );
    await expect(folder.put('backups/two/base.tar', source)).rejects.toThrow('the database went away');
    await expect(folder.get('backups/two/base.tar.gz')).rejects.toThrow('is missing');
  });

  it('that is not locked is not mistaken for a locked one', async () => {
    const path = join(root, 'plain');
    await BackupFolder.open(path, { passphrase: null, recipient: null, identityFile: null }, true);
    await expect(
      BackupFolder.open(path, keysFrom({ PETRICHOR_BACKUP_PASSPHRASE: 'four words nobody says' }), true),
    ).rejects.toThrow('are not locked, and a passphrase');
  });
});

describe('settings', () => {
  it.each([
    [{ PETRICHOR_BACKUP: 'backups' }, 'whole path'],
    [{ PETRICHOR_BACKUP: '/b', PETRICHOR_BACKUP_AT: '26:10' }, 'time of day'],
    [{ PETRICHOR_BACKUP: '/b', PETRICHOR_BACKUP_KEEP: '0' }, 'from 1 to 1000'],
  ])('are told when they are wrong: %j', (environment, said) => {
    expect(() => nightlySettings(environment)).toThrow(said);
  });
  it('of keys are told when they are wrong', () => {
    expect(() => keysFrom({ PETRICHOR_BACKUP_PASSPHRASE: 'short' })).toThrow('too short');
    expect(() => keysFrom({ PETRICHOR_BACKUP_RECIPIENT: 'me' })).toThrow('recipient of age');
  });
  it('are none unless a folder is named', () => {
    expect(nightlySettings({})).toBeNull();
    expect(nightlySettings({ PETRICHOR_BACKUP: '/b' })).toEqual({
      folder: '/b',
      hour: 2,
      minute: 10,
      keep: 7,
    });
  });
  it('a moment is a day and a time', () => {
    expect(momentOf('2026-11-27 14:05').getHours()).toBe(14);
    expect(momentOf('2026-11-27T14:05:00Z').toISOString()).toBe('2026-11-27T14:05:00.000Z');
    expect(() => momentOf('yesterday')).toThrow('is no moment');
    expect(() => momentOf('7')).toThrow('is no moment');
  });
});

describe('the nightly backup', () => {
  const settings = { folder: '/b', hour: 2, minute: 10, keep: 7 };
  const made = (at: Date) => ({ ...NO_BACKUP, made: { at: at.toISOString(), seconds: 1, bytes: 1 } });
  it('is due once a night, also when the machine slept through it, and at once when there is none', () => {
    const morning = new Date(2026, 10, 27, 9, 0);
    expect(lastDue(settings, morning)).toEqual(new Date(2026, 10, 27, 2, 10));
    expect(lastDue(settings, new Date(2026, 10, 27, 1, 0))).toEqual(new Date(2026, 10, 26, 2, 10));
    expect(isDue(settings, NO_BACKUP, morning)).toBe(true);
    expect(isDue(settings, made(new Date(2026, 10, 27, 2, 11)), morning)).toBe(false);
    expect(isDue(settings, made(new Date(2026, 10, 26, 12, 0)), morning)).toBe(true);
    expect(isDue(settings, made(new Date(2026, 10, 26, 12, 0)), new Date(2026, 10, 27, 1, 0))).toBe(false);
  });
  it('that failed is tried again after an hour, not at every look', () => {
    const at = new Date(2026, 10, 27, 9, 0);
    const failed = (minutes: number) => ({
      ...made(new Date(2026, 10, 25)),
      failed: { at: new Date(at.getTime() - minutes * 60_000).toISOString(), sentence: 'full' },
    });
    expect(isDue(settings, failed(10), at)).toBe(false);
    expect(isDue(settings, failed(61), at)).toBe(true);
    expect(isDue(settings, { ...failed(10), made: null }, at)).toBe(false);
  });
});

it('of the log, what lies before the oldest backup is needed no more, whatever the timeline', () => {
  expect(isNeeded('000000010000000000000004', '000000010000000000000005')).toBe(false);
  expect(isNeeded('000000020000000000000005', '000000010000000000000005')).toBe(true);
  expect(isNeeded('00000002.history', '000000030000000000000005')).toBe(true);
});
