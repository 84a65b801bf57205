import { Injectable, untracked } from '@angular/core';
import { draft } from '../../ui/draft';
import type { Written } from './guide-draft';

/** Guides that are being written in this browser, by model: a reload or a dead server loses nothing of them. */
@Injectable({ providedIn: 'root' })
export class GuideDrafts {
  private readonly kept = draft<Record<string, Written>>('guides', {});

  of(modelId: string): Written | null {
    return untracked(this.kept)[modelId] ?? null;
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
