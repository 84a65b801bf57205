import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Correction, ModelRecord } from '@petrichor/api';
import { guideHowTo, guideMarkdown, guideSheets } from '@petrichor/core/formats';
import { saySources } from '@petrichor/core/fit';
import { slotsOf, sayModel, type MachineModel, type Slot } from '@petrichor/core/hardware';
import { buildWay } from '@petrichor/core/opening';
import { drawMat, guideWarnings, overlengths, sayTurns } from '@petrichor/core/teardown';
import { sayMinutes, sure } from '@petrichor/core/units';
import { format } from 'date-fns';
import { firstValueFrom } from 'rxjs';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { Api, faultOf } from '../state/api';
import {
  KnowledgeActions,
  selectKnowledgeState,
  selectPolicy,
  selectCompanionCases,
} from '../state/knowledge/knowledge.reducer';
import { selectAccount } from '../state/session/session.reducer';
import { TextField } from '../ui/field/text-field';
import { KeyBox } from '../ui/key-box';
import { PaperChoice } from '../ui/paper-choice';
import { Photo } from '../ui/photo';
import { saveFile } from '../ui/save-file';
import { savePdf } from '../ui/save-pdf';
import { StateMark } from '../ui/state-mark';
import { WholeOutline } from './whole-outline';

const SAY_EVIDENCE = { claimed: 'the maker says', reported: 'reported', 'seen-here': 'seen here' } as const;

/**
 * One machine model: its card, slots, outline map, guide, versions, what jobs said against it, and what they
 * were.
 */
@Component({
  selector: 'p-model',
  imports: [RouterLink, ConnectionLine, KeyBox, Photo, StateMark, TextField, WholeOutline],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './model.html',
  styleUrls: ['../ui/page.css', './columns.css', './model.css'],
})
export class ModelScreen {
  protected readonly sources = saySources;
  readonly modelId = input.required<string>();
  private readonly store = inject(Store);
  private readonly cases = this.store.selectSignal(selectCompanionCases);
  /** What jobs here have shown about memory, wireless cards and batteries in this model. */
  protected readonly companions = computed(() =>
    this.cases().filter((one) => one.modelId === this.modelId()),
  );
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly account = this.store.selectSignal(selectAccount);
  private readonly knowledge = this.store.selectSignal(selectKnowledgeState);
  private readonly policy = this.store.selectSignal(selectPolicy);
  protected readonly paper = inject(PaperChoice);
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  /** An older version that is looked at instead of the one in use. */
  protected readonly old = signal<MachineModel | null>(null);
  protected readonly model = computed(
    () => this.old() ?? this.knowledge().models.find((one) => one.id === this.modelId()) ?? null,
  );
  protected readonly loaded = computed(() => this.knowledge().loaded);
  protected readonly record = signal<ModelRecord | null>(null);
  protected readonly fault = signal('');
  protected readonly words = signal<Record<string, string>>({});
  protected readonly name = computed(() => (this.model() ? sayModel(sure(this.model())) : 'Model'));
  protected readonly ways = computed(() => {
    const model = this.model();
    return model ? slotsOf(model, null).map((slot) => ({ slot, ...this.wayOf(model, slot) })) : [];
  });
  protected readonly hazards = computed(() => (this.model() ? overlengths(sure(this.model()).guide) : []));
  protected readonly warnings = computed(() =>
    this.model() ? guideWarnings(sure(this.model())).filter((one) => one.code !== 'overlength') : [],
  );
  protected readonly day = (at: string): string => format(new Date(at), 'd MMM yyyy');

  constructor() {
    inject(Keys).bind({
      Escape: { say: 'Back to Models', run: () => void this.router.navigate(['/models']) },
      E: {
        say: 'Write at its guide',
        run: () => void this.router.navigate(['/models', this.modelId(), 'guide']),
      },
    });
    this.store.dispatch(KnowledgeActions.wanted());
    effect(() => {
      const modelId = this.modelId();
      untracked(() => {
        this.old.set(null);
        void this.load(modelId);
      });
    });
  }

  private async load(modelId: string): Promise<void> {
    try {
      this.record.set(await firstValueFrom(this.api.modelRecord({ params: { modelId } })));
    } catch (error) {
      this.fault.set(faultOf(error).sentence);
    }
  }

  private wayOf(model: MachineModel, slot: Slot) {
    const evidence = slot.evidence.map(
      (one) =>
        `${one.gb} GB ${one.worked ? 'works' : 'does not work'}: ${SAY_EVIDENCE[one.kind]}, ${one.source}`,
    );
    const way =
      slot.reach.length > 0
        ? buildWay(model, slot, [], { policy: { ...this.policy(), tryBeforeClosing: false } })
        : null;
    if (!way) return { evidence, say: 'part of the board: nothing comes off to change it', steps: [] };
    if (!way.ok) return { evidence, say: way.problem, steps: [] };
    const inward = way.steps.filter((step) => step.leg === 'in');
    const minutes = way.steps.reduce((sum, step) => sum + step.minutes, 0);
    return {
      evidence,
      say: `${inward.length} steps in, ${sayMinutes(minutes)} in and out, ${sayTurns(way)}`,
      steps: inward.map((step) => step.short),
    };
  }

  protected async look(version: number): Promise<void> {
    this.fault.set('');
    try {
      this.old.set(await firstValueFrom(this.api.modelAt({ params: { modelId: this.modelId(), version } })));
    } catch (error) {
      this.fault.set(faultOf(error).sentence);
    }
  }

  protected settleWords(one: Correction, words: string): void {
    this.words.update((all) => ({ ...all, [`${one.jobId} ${one.seq}`]: words }));
  }

  protected async settle(one: Correction, verdict: 'taken-up' | 'declined'): Promise<void> {
    this.fault.set('');
    const words = this.words()[`${one.jobId} ${one.seq}`] ?? '';
    try {
      await firstValueFrom(
        this.api.settleCorrection({ params: { jobId: one.jobId, seq: one.seq }, body: { verdict, words } }),
      );
      await this.load(this.modelId());
    } catch (error) {
      const { sentence, fields } = faultOf(error);
      this.fault.set(fields[0]?.message ?? sentence);
    }
  }

  protected async export(kind: 'json' | 'markdown' | 'how-to' | 'pdf' | 'mat'): Promise<void> {
    const model = this.model();
    if (!model) return;
    const name = `${model.id}-v${model.guide.version}`;
    this.fault.set('');
    if (kind === 'json')
      return saveFile(`${name}.json`, 'application/json', `${JSON.stringify(model, null, 2)}\n`);
    if (kind === 'markdown') return saveFile(`${name}.md`, 'text/markdown', guideMarkdown(model));
    if (kind === 'how-to')
      return saveFile(
        `${name}.jsonld`,
        'application/ld+json',
        `${JSON.stringify(guideHowTo(model), null, 2)}\n`,
      );
    if (kind === 'pdf')
      return this.fault.set(
        await savePdf(`${name}.pdf`, (face) => guideSheets(model, this.paper.name(), face)),
      );
    // Every screw of the guide, whichever slot it is on the way to.
    const all = { ...sure(slotsOf(model, null)[0]), reach: model.guide.operations.map((one) => one.id) };
    const way = buildWay(model, all, [], { policy: { ...this.policy(), tryBeforeClosing: false } });
    if (!way.ok) return this.fault.set(`There is no mat of this guide yet. ${way.problem}`);
    this.fault.set(
      await savePdf(
        `${name}-mat.pdf`,
        () => drawMat(model.guide, way.steps, sayModel(model), this.paper.name()).sheets,
      ),
    );
  }
}
