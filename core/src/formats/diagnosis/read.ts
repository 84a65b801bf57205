import { DiagnosisKnowledgeSchema, type DiagnosisKnowledge } from '../../diagnose/index.js';
import { readJsonDocument } from '../json-document.js';
import type { Reading } from '../reading.js';

/** Reads a diagnosis document (docs/formats/diagnosis.schema.json). */
export const readDiagnosis = (text: string): Reading<DiagnosisKnowledge> =>
  readJsonDocument(text, DiagnosisKnowledgeSchema, 'diagnosis document');
