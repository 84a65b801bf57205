import type { DiagnosisKnowledge } from '@petrichor/core/diagnose';
import {
  readAnyFormat,
  readDiagnosis,
  readDriveList,
  readMachineModel,
  readPartList,
} from '@petrichor/core/formats';
import type { Drive, MachineModel, Part } from '@petrichor/core/hardware';
import { readJobDocument, type JobDocument } from '@petrichor/core/ledger';

/** What a document for the workshop's knowledge turned out to be. */
export type ReadImport =
  | { readonly kind: 'model'; readonly model: MachineModel }
  | { readonly kind: 'drives'; readonly drives: Drive[] }
  | { readonly kind: 'parts'; readonly parts: Part[] }
  | { readonly kind: 'diagnosis'; readonly diagnosis: DiagnosisKnowledge }
  | { readonly kind: 'nothing'; readonly problem: string };

export type ReadJob =
  | {
      readonly ok: true;
      /** Without its photos, which stand beside it as bytes. */
      readonly document: JobDocument;
      readonly photos: readonly { readonly hash: string; readonly bytes: Uint8Array<ArrayBuffer> }[];
      readonly job: { readonly id: string; readonly number: number; readonly serial: string };
    }
  | { readonly ok: false; readonly problem: string };

export function readImport(text: string): ReadImport {
  const model = readMachineModel(text);
  if (model.ok) return { kind: 'model', model: model.value };
  const drives = readDriveList(text);
  if (drives.ok) return { kind: 'drives', drives: drives.value };
  const parts = readPartList(text);
  if (parts.ok) return { kind: 'parts', parts: parts.value };
  const diagnosis = readDiagnosis(text);
  if (diagnosis.ok) return { kind: 'diagnosis', diagnosis: diagnosis.value };
  const reading = readAnyFormat(text);
  return {
    kind: 'nothing',
    problem: reading.ok ? 'That document cannot be brought in here.' : `${reading.problem} (${reading.at})`,
  };
}

export function readJob(text: string): ReadJob {
  const read = readJobDocument(text);
  if (!read.ok) return { ok: false, problem: read.problem };
  const { document, job } = read;
  const photos = document.photos.map(({ hash, jpegBase64 }) => ({
    hash,
    bytes: new Uint8Array(Buffer.from(jpegBase64, 'base64')),
  }));
  return {
    ok: true,
    document: { ...document, photos: [] },
    photos,
    job: { id: job.id, number: job.number, serial: job.intake.serial },
  };
}
