import { inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import {
  isBefore,
  sayDocument,
  takeDocument,
  type DocumentSource,
  type HandedWhere,
  type JobState,
  type Phase,
} from '@petrichor/core/job';
import { cut, keepable } from '@petrichor/core/units';
import { JobDesk } from '../state/jobs/job-desk';
import type { HandedOver } from '../ui/file-drop';
import { DocumentReader } from '../workers/document-reader';
import { GatePlaces } from './gate-places';

/** A file, or text that was pasted or told by the dock. */
export interface Handed {
  readonly content: Blob | string;
  readonly name: string;
  readonly source: DocumentSource;
}

/** Files by their names, text by how it came. */
export const handedFrom = (handed: HandedOver): Handed[] =>
  handed.map((one) =>
    typeof one === 'string'
      ? { content: one, name: 'pasted text', source: 'pasted' }
      : { content: one, name: one.name, source: 'file' },
  );

/** What came of one of them. */
export interface HandedOutcome {
  readonly name: string;
  readonly sentence: string;
  readonly taken: boolean;
  /** The part of the job where what was read stands. */
  readonly at: Phase | null;
}

/**
 * Documents handed to a job: read beside the screen, made the command that they are, and shown where what was
 * read stands.
 */
@Injectable({ providedIn: 'root' })
export class JobDocuments {
  private readonly desk = inject(JobDesk);
  private readonly reader = inject(DocumentReader);
  private readonly router = inject(Router);
  private readonly places = inject(GatePlaces);
  /** Of the last ones handed in, and by which place on the screen. */
  readonly outcome = signal<{ readonly place: string; readonly all: readonly HandedOutcome[] }>({
    place: '',
    all: [],
  });
  readonly reading = signal(false);

  /**
   * Counts up with every handing in, and whenever another job is looked at: what is overtaken says nothing
   * any more.
   */
  private turn = 0;

  /** What was told is read, or another job is looked at. */
  clear(): void {
    this.turn += 1;
    this.reading.set(false);
    this.outcome.set({ place: '', all: [] });
  }

  /**
   * @param place where on the screen they were handed in; 'job': anywhere on it
   * @returns whether all of them were taken
   */
  async take(job: JobState, place: string, handed: readonly Handed[], where: HandedWhere): Promise<boolean> {
    this.clear();
    const { turn } = this;
    this.outcome.set({ place, all: [] });
    this.reading.set(true);
    let goTo: Phase | null = null;
    let all = true;
    try {
      for (const one of handed) {
        const came = await this.takeOne(job, one, where);
        goTo = came.at ?? goTo;
        all &&= came.taken;
        if (turn === this.turn) this.outcome.update((before) => ({ place, all: [...before.all, came] }));
      }
    } finally {
      if (turn === this.turn) this.reading.set(false);
    }
    const now = this.desk.now(job);
    // Whoever looks at another job by now is not fetched back; what stands in a part that the job has not
    // come to yet is kept for it, and one stays where one is.
    if (turn !== this.turn || goTo === null || goTo === where.seen || isBefore(now.phase, goTo)) return all;
    this.outcome.update((before) => ({ ...before, place: 'job' }));
    await this.router.navigate(['/jobs', job.id], { queryParams: goTo === now.phase ? {} : { see: goTo } });
    this.places.reach(`document-${goTo}`);
    return all;
  }

  private async takeOne(
    job: JobState,
    { content, name, source }: Handed,
    where: HandedWhere,
  ): Promise<HandedOutcome> {
    const read = await this.reader.read(content, this.desk.now(job).move.source?.disk ?? null);
    if (!read.ok) return { name, taken: false, at: null, sentence: sayDocument('unreadable', read).sentence };
    const called = cut(keepable(name), 120);
    const taken = takeDocument(this.desk.now(job), { document: read.value, source, name: called }, where);
    const refusal = taken.command && this.desk.give(job, taken.command);
    if (!taken.command || refusal)
      return { name, taken: false, at: null, sentence: refusal?.sentence ?? taken.says.sentence };
    return { name, taken: true, at: taken.at, sentence: taken.says.sentence };
  }
}
