import { existsSync, readFileSync, writeFileSync, renameSync } from 'node:fs';
import { BackupStateSchema, NO_BACKUP, type BackupState } from '@petrichor/api';

/** What the server tells of backups: it reads this file, whoever wrote it last. */
export function readBackupState(file: string): BackupState {
  if (!existsSync(file)) return NO_BACKUP;
  const read = BackupStateSchema.safeParse(JSON.parse(readFileSync(file, 'utf8')));
  return read.success ? read.data : NO_BACKUP;
}

export function noteBackup(file: string, news: Partial<BackupState>): void {
  const state: BackupState = { ...readBackupState(file), ...news };
  writeFileSync(`${file}.part`, JSON.stringify(state));
  renameSync(`${file}.part`, file);
}
