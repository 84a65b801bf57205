import { Injectable } from '@angular/core';
import type { Paper } from '@petrichor/core/sheets';
import { draft } from './draft';

/** The paper that is in this bench's printer: chosen once, kept. */
@Injectable({ providedIn: 'root' })
export class PaperChoice {
  readonly name = draft<Paper>('paper', 'A4');
}
