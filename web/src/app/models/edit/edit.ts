import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  type WritableSignal,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { GuideState, MachineModel } from '@petrichor/core/hardware';
import { firstValueFrom } from 'rxjs';
import { ConnectionLine } from '../../shell/connection-line';
import { Keys } from '../../shell/keys';
import { Api, faultOf } from '../../state/api';
import { KnowledgeActions, selectKnowledgeState } from '../../state/knowledge/knowledge.reducer';
import { selectAccount } from '../../state/session/session.reducer';
import { keptAtOnce } from '../../ui/draft';
import { TextField } from '../../ui/field/text-field';
import { KeyBox } from '../../ui/key-box';
import { PhotoField } from '../../ui/photo-field';
import { StateMark } from '../../ui/state-mark';
import { CardForm } from './card-form';
import { GuideDraft, type Written } from './guide-draft';
import { GuideDrafts } from './guide-drafts';
import { MergePanel, type Conflict } from './merge-panel';
import { OperationForm } from './operation-form';
import { PlanSide } from './plan-side';

/** Writes a guide: operations as they come, screws on the map, the plan and what is wrong beside it. */
@Component({
  selector: 'p-guide-edit',
  imports: [
    RouterLink,
    CardForm,
    ConnectionLine,
    KeyBox,
    MergePanel,
    OperationForm,
    PhotoField,
    PlanSide,
    StateMark,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './edit.html',
  styleUrls: ['../../ui/page.css', '../columns.css', './edit.css'],
})
export class GuideEditScreen {
  readonly modelId = input.required<string>();
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly drafts = inject(GuideDrafts);
  private readonly knowledge = this.store.selectSignal(selectKnowledgeState);
  private readonly account = this.store.selectSignal(selectAccount);
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  private readonly whole = signal<WritableSignal<Written> | null>(null);
  protected readonly draft = signal<GuideDraft | null>(null);
  protected readonly photo = computed(() => this.whole()?.().photo ?? null);
  protected readonly photos = computed(() => {
    const photo = this.photo();
    return photo === null ? [] : [photo];
  });
  protected readonly newTitle = signal('');
  protected readonly why = signal('');
  protected readonly fault = signal('');
  protected readonly told = signal('');
  protected readonly saving = signal(false);
  /** Somebody saved another version meanwhile: what differs. */
  protected readonly conflict = signal<Conflict | null>(null);
  /** As it was opened or saved last: as long as nothing else is written, nothing is kept as unsaved. */
  private clean: Written | null = null;
  protected readonly rows = computed(() => {
    const draft = this.draft();
    if (!draft) return [];
    const marked = new Map(
      draft
        .warnings()
        .flatMap((one) => one.operationIds.map((id) => [id, one.stops ? 'stop' : 'needs'] as const)),
    );
    const layers = new Map(draft.model().guide.layers.map((layer) => [layer.id, layer.name]));
    return draft.operations().map((one) => ({
      id: one.id,
      title: one.title || one.id,
      layer: layers.get(one.layer) ?? '',
      mark: marked.get(one.id) ?? null,
      at: one.id === draft.at(),
    }));
  });

  constructor() {
    inject(Keys).bind({
      Escape: { say: 'Back to the model', run: () => void this.router.navigate(['/models', this.modelId()]) },
    });
    this.store.dispatch(KnowledgeActions.wanted());
    effect(() => {
      const { loaded } = this.knowledge();
      const modelId = this.modelId();
      if (loaded) untracked(() => void this.open(modelId));
    });
  }

  /** What was being written here, else the newest version there is. */
  private async open(modelId: string): Promise<void> {
    if (untracked(this.draft)?.model().id === modelId) return;
    const kept = this.drafts.of(modelId);
    if (kept) return this.begin(kept, false);
    const known = this.knowledge().models.find((one) => one.id === modelId);
    try {
      const { versions } = await firstValueFrom(this.api.modelRecord({ params: { modelId } }));
      const newest = versions[0];
      const draft =
        newest?.state === 'draft'
          ? await firstValueFrom(this.api.modelAt({ params: { modelId, version: newest.version } }))
          : null;
      const model = draft ?? known;
      if (!model) return this.fault.set('There is no such model here. Begin a new one under Models.');
      this.begin({ model, basedOn: Math.max(newest?.version ?? 0, known?.guide.version ?? 0), photo: null });
    } catch (error) {
      this.fault.set(faultOf(error).sentence);
      if (known) this.begin({ model: known, basedOn: known.guide.version, photo: null });
    }
  }

  private begin(written: Written, clean = true): void {
    this.clean = clean ? written : null;
    const whole = keptAtOnce(signal(written), (next) => {
      if (next !== this.clean) this.drafts.keep(next);
    });
    const draft = new GuideDraft(whole);
    draft.at.set(written.model.guide.operations[0]?.id ?? null);
    this.whole.set(whole);
    this.draft.set(draft);
  }

  protected add(): void {
    if (this.newTitle().trim() === '')
      return this.fault.set('Say what the hands do: "Undo 4 screws of the cover".');
    this.fault.set('');
    this.draft()?.add(this.newTitle());
    this.newTitle.set('');
  }

  protected setPhoto(hashes: readonly string[]): void {
    this.whole()?.update((now) => ({ ...now, photo: hashes.at(-1) ?? null }));
  }

  protected async save(state: GuideState): Promise<void> {
    const [whole, draft] = [this.whole(), this.draft()];
    if (!whole || !draft || this.saving()) return;
    this.told.set('');
    const read = draft.whole(state);
    if ('problem' in read) {
      if (read.operationId !== null) draft.at.set(read.operationId);
      return this.fault.set(read.problem);
    }
    this.saving.set(true);
    this.fault.set('');
    try {
      const { version } = await firstValueFrom(
        this.api.saveGuide({ body: { model: read.model, basedOn: whole().basedOn, why: this.why() } }),
      );
      this.told.set(`Saved as version ${version}, ${state}.`);
      this.why.set('');
      const saved = {
        ...whole(),
        basedOn: version,
        model: { ...whole().model, guide: { ...whole().model.guide, version, state } },
      };
      this.clean = saved;
      whole.set(saved);
      this.conflict.set(null);
      this.drafts.forget(read.model.id);
      this.store.dispatch(KnowledgeActions.wanted());
    } catch (error) {
      const { sentence, fields, code } = faultOf(error);
      this.fault.set(fields[0] ? fields[0].message : sentence);
      if (code === 'newer' && whole().basedOn > 0) await this.compare(whole().basedOn);
    }
    this.saving.set(false);
  }

  /** Fetches what was saved meanwhile, and what both began with. */
  private async compare(basedOn: number): Promise<void> {
    const modelId = this.modelId();
    try {
      const { versions } = await firstValueFrom(this.api.modelRecord({ params: { modelId } }));
      const newest = versions[0];
      if (!newest) return;
      const [base, theirs] = await Promise.all([
        firstValueFrom(this.api.modelAt({ params: { modelId, version: basedOn } })),
        firstValueFrom(this.api.modelAt({ params: { modelId, version: newest.version } })),
      ]);
      this.conflict.set({ base, theirs, version: newest.version, by: newest.savedBy, why: newest.why });
    } catch (error) {
      this.fault.set(faultOf(error).sentence);
    }
  }

  /** What is written here from now on, based on the version that was saved meanwhile. */
  protected onTop(model: MachineModel | null): void {
    const conflict = this.conflict();
    if (!conflict) return;
    this.whole()?.update((now) => ({ ...now, basedOn: conflict.version, model: model ?? now.model }));
    this.conflict.set(null);
    this.fault.set('');
    this.told.set(`Now on top of version ${conflict.version}. Look it through, then save.`);
  }

  /** Leaves what was typed, after asking nothing twice: the saved version is opened instead. */
  protected dropDraft(): void {
    this.drafts.forget(this.modelId());
    this.conflict.set(null);
    this.whole.set(null);
    this.draft.set(null);
    void this.open(this.modelId());
  }
}
