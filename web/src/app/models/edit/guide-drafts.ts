import { Injectable, untracked } from '@angular/core';
import { draft } from '../../ui/draft';
import type { Written } from './guide-draft';

/**
 * Guides that are being written in this browser, by model: a reload or a dead server loses nothing of them.
 */
@Injectable({ providedIn: 'root' })
export class GuideDrafts {
  private readonly kept = draft<Record<string, Written>>('guides', {});

  of(modelId: string): Written | null {
    const kept = untracked(this.kept)[modelId];
    return kept ? grown(kept) : null;
  }

  /** Ids of models with something unsaved. */
  ids(): string[] {
    return Object.keys(this.kept());
  }

  keep(written: Written): void {
    this.kept.update((all) => ({ ...all, [written.model.id]: written }));
  }

  forget(modelId: string): void {
    this.kept.update(({ [modelId]: _, ...rest }) => rest);
  }
}

/**
 * A draft of before some fields were there gets them with nothing said; what is half written stays as it is.
 */
function grown(written: Written): Written {
  const { guide } = written.model;
  const operations = guide.operations.map((one) => ({
    ...one,
    place: (one.place as string | null | undefined) ?? null,
    takes: one.takes.map((thing) =>
      thing.kind === 'screw' ? thing : { ...thing, count: (thing.count as number | undefined) ?? 1 },
    ),
    mirror: one.mirror && {
      ...one.mirror,
      lays: (one.mirror.lays as typeof one.mirror.lays | undefined) ?? [],
    },
  }));
  const start = (guide.start as typeof guide.start | undefined) ?? null;
  return { ...written, model: { ...written.model, guide: { ...guide, operations, start } } };
}
