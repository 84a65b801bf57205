import { sure } from '@petrichor/core/units';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { DiagnosisReply, PastCasesReply } from '@petrichor/api';
import {
  DiagnosisKnowledgeSchema,
  inHundred,
  learnFrom,
  linkKey,
  MOST_CAUSES,
  noCases,
  readCounts,
  withLearned,
  type About,
  type CaseCounts,
  type Cause,
  type DiagnosisKnowledge,
  type PastCase,
  type PastJobs,
  type Remedy,
  type SignLink,
  type Source,
  type Test,
} from '@petrichor/core/diagnose';
import { InputText } from 'primeng/inputtext';
import { firstValueFrom } from 'rxjs';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { sayWhen } from '../shell/promise';
import { Api, faultOf } from '../state/api';
import { KnowledgeActions } from '../state/knowledge/knowledge.reducer';
import { selectAccount } from '../state/session/session.reducer';
import { Choice, type ChoiceOption } from '../ui/choice';
import { draft } from '../ui/draft';
import { NumberField } from '../ui/field/number-field';
import { SelectField } from '../ui/field/select-field';
import { TextField } from '../ui/field/text-field';
import { KeyBox } from '../ui/key-box';
import { StateMark } from '../ui/state-mark';
import { Weigher } from '../workers/weigher';
import {
  addCause,
  addLink,
  addSign,
  chanceTyped,
  editCause,
  editLink,
  editTest,
  removeCause,
  removeLink,
} from './edit';

const SAY_SOURCE: Record<Source, string> = {
  std: 'standard',
  published: 'published',
  'common-practice': 'common practice, no source',
  'from-memory': 'from memory',
  lead: 'set by the lead',
  'own-jobs': 'own jobs',
};
const MOST_CHANGES = 8;

/**
 * What diagnosis knows: every number with its reason, its source and the jobs behind it. A lead edits it and
 * sees what that changes.
 */
@Component({
  selector: 'p-diagnosis',
  imports: [
    RouterLink,
    Choice,
    ConnectionLine,
    InputText,
    KeyBox,
    NumberField,
    SelectField,
    StateMark,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './diagnosis.html',
  styleUrls: ['../ui/page.css', './diagnosis.css'],
})
export class DiagnosisScreen {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly weigher = inject(Weigher);
  private readonly account = this.store.selectSignal(selectAccount);
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') === true);
  protected readonly when = sayWhen;
  protected readonly editions: readonly ChoiceOption<About>[] = [
    { label: 'before the swap', value: 'before' },
    { label: 'after the swap', value: 'after' },
  ];
  protected readonly about = signal<About>('before');
  protected readonly reply = signal<DiagnosisReply | null>(null);
  protected readonly failed = signal('');
  /** What was changed and not saved yet, by edition; it outlives a reload. */
  private readonly drafts = draft<Partial<Record<About, DiagnosisKnowledge>>>('diagnosis', {});
  private readonly saved = computed(() => this.reply()?.[this.about()].edition ?? null);
  /** Null until the server has told what is saved: a draft is shown against that. */
  protected readonly edition = computed(() => this.saved() && (this.drafts()[this.about()] ?? this.saved()));
  protected readonly changed = computed(() => this.drafts()[this.about()] !== undefined);
  /** Somebody saved another edition since this draft was begun. */
  protected readonly stale = computed(
    () => this.changed() && this.edition()?.version !== this.saved()?.version,
  );
  /** Jobs teach the edition for before the swap: what is new after it is written down, not yet confirmed. */
  private readonly counts = computed((): CaseCounts => {
    const counts = this.reply()?.counts;
    return this.about() === 'before' && counts ? readCounts(counts) : noCases();
  });
  /** The last finished jobs, which a change is tried on. */
  private readonly lately = signal<PastCasesReply>({ cases: [], next: null });
  private readonly cases = computed((): readonly PastCase[] =>
    this.about() === 'before' ? this.lately().cases : [],
  );
  private readonly learned = computed(() => {
    const edition = this.edition();
    return edition && learnFrom(edition, this.counts());
  });
  protected readonly causeId = signal<string | null>(null);
  protected readonly causes = computed(() =>
    (this.edition()?.causes ?? []).map((cause) => {
      const learned = sure(sure(this.learned()).causes[cause.id]);
      return { cause, learned, now: inHundred(learned.value) };
    }),
  );
  protected readonly at = computed(() => {
    const all = this.causes();
    return all.find((one) => one.cause.id === this.causeId()) ?? all[0] ?? null;
  });
  private readonly shownCause = computed(() => this.at()?.cause.id ?? null);
  protected readonly signs = computed(() => {
    const at = this.at();
    return (this.edition()?.observations ?? []).flatMap((observation) => {
      const link = observation.links.find((one) => one.cause === at?.cause.id);
      const learned = link && sure(this.learned()).links[linkKey(observation.id, link.cause)];
      return link && learned ? [{ observation, link, learned, source: SAY_SOURCE[link.source] }] : [];
    });
  });
  /** Jobs behind the cause that is shown: one click away from its numbers. Null: they are being fetched. */
  protected readonly behind = signal<(PastCasesReply & { readonly cause: string }) | null>(null);
  protected readonly unlinked = computed(() => {
    const linked = new Set(this.signs().map((one) => one.observation.id));
    return (this.edition()?.observations ?? [])
      .filter((one) => one.sense !== 'fact' && !linked.has(one.id))
      .map(({ id, say }) => ({ value: id, label: say }));
  });
  protected readonly pickedSign = signal('');
  protected readonly tests = computed(() => this.edition()?.tests ?? []);
  protected readonly history = computed(() =>
    (this.reply()?.history ?? []).filter((one) => one.about === this.about()),
  );
  protected readonly compared = signal<PastJobs | null>(null);
  /** There are more jobs than a change is tried on. */
  protected readonly onlyLast = computed(() => this.about() === 'before' && this.lately().next !== null);
  protected readonly moved = computed(() =>
    (this.compared()?.changes ?? [])
      .filter(
        (one) =>
          one.leadingBefore.id !== one.leadingAfter.id ||
          Math.abs(one.chanceAfter - one.chanceBefore) >= 0.01,
      )
      .slice(0, MOST_CHANGES)
      .map((one) => ({
        ...one,
        words: `${one.leadingBefore.short} ${inHundred(one.chanceBefore)}, then ${one.leadingAfter.short} ${inHundred(one.chanceAfter)} in 100`,
      })),
  );
  protected readonly why = draft('diagnosis-why', '');
  protected readonly newCause = signal('');
  protected readonly newSign = signal('');
  protected readonly remedies: readonly ChoiceOption<Remedy['kind']>[] = [
    { label: 'no drive needed', value: 'no-drive' },
    { label: 'another drive', value: 'replace-drive' },
  ];
  protected readonly fault = signal('');
  protected readonly told = signal('');
  private last = 0;
  private asked = 0;

  constructor() {
    inject(Keys).bind({ Escape: { say: 'Up to the Bench', run: () => void this.router.navigate(['/']) } });
    void this.load();
    effect(() => {
      const [saved, edition, cases] = [this.saved(), this.edition(), this.cases()];
      if (saved && edition) untracked(() => void this.compare(saved, edition, cases));
    });
    effect(() => {
      const cause = this.about() === 'before' ? this.shownCause() : null;
      this.reply();
      this.behind.set(null);
      this.asked++;
      if (cause !== null) untracked(() => void this.fetchBehind(cause));
    });
  }

  protected sayChance(value: number): number {
    return Math.round(value * 1000) / 10;
  }

  protected sourceOf(source: Source): string {
    return SAY_SOURCE[source];
  }

  protected setCause(cause: Cause, change: Partial<Cause>): void {
    this.change((edition) => editCause(edition, cause.id, change));
  }

  protected setPrior(cause: Cause, typed: number | null): void {
    const prior = chanceTyped(typed, 0.95);
    if (prior !== null && prior !== cause.prior) this.setCause(cause, { prior });
  }

  protected setLink(observation: string, link: SignLink, change: Partial<SignLink>): void {
    this.change((edition) => editLink(edition, observation, link.cause, change));
  }

  protected setStrength(observation: string, link: SignLink, typed: number | null): void {
    const strength = chanceTyped(typed);
    if (strength !== null && strength !== link.strength) this.setLink(observation, link, { strength });
  }

  protected setFloor(observation: string, link: SignLink, typed: number | null): void {
    const floor = chanceTyped(typed);
    if (floor !== null && floor !== link.floor) this.setLink(observation, link, { floor });
  }

  /** Arrows run through the list: a sign is added once it is said to be. */
  protected addPicked(): void {
    const id = this.pickedSign();
    if (id !== '') this.add(id);
    this.pickedSign.set('');
  }

  private add(observation: string): void {
    const at = this.at();
    if (at) this.change((edition) => addLink(edition, observation, at.cause.id));
  }

  protected addNewCause(): void {
    const say = this.newCause().trim();
    if (say.length < 2) return this.fault.set('Say what the cause is called.');
    if ((this.edition()?.causes.length ?? 0) >= MOST_CAUSES)
      return this.fault.set(`At most ${MOST_CAUSES} causes: take one away first.`);
    this.change((edition) => {
      const added = addCause(edition, say);
      this.causeId.set(added.id);
      return added.edition;
    });
    this.newCause.set('');
  }

  protected addNewSign(): void {
    const say = this.newSign().trim();
    const at = this.at();
    if (say.length < 2 || !at) return this.fault.set('Say what is seen.');
    this.change((edition) => addSign(edition, say, at.cause.id));
    this.newSign.set('');
  }

  protected removeCause(cause: Cause): void {
    if ((this.edition()?.causes.length ?? 0) > 1) this.change((edition) => removeCause(edition, cause.id));
  }

  protected setRemedy(cause: Cause, kind: Remedy['kind']): void {
    if (kind !== cause.remedy.kind)
      this.setCause(cause, {
        remedy: kind === 'no-drive' ? { kind } : { kind, medium: 'any', atLeast: 'same' },
      });
  }

  protected remove(observation: string, cause: string): void {
    this.change((edition) => removeLink(edition, observation, cause));
  }

  protected setTest(test: Test, change: Partial<Test>): void {
    this.change((edition) => editTest(edition, test.id, change));
  }

  protected minutes(typed: number | null, most: number): number | null {
    return typed === null || typed < 0 || typed > most ? null : typed;
  }

  protected setMinutes(test: Test, which: 'handsMinutes' | 'waitMinutes', typed: number | null): void {
    const minutes = this.minutes(typed, which === 'handsMinutes' ? 600 : 2880);
    if (minutes !== null && minutes !== test[which]) this.setTest(test, { [which]: minutes });
  }

  protected setSettled(typed: number | null): void {
    if (typed !== null && typed >= 50 && typed <= 99.9)
      this.change((edition) => ({ ...edition, settledFrom: typed / 100 }));
  }

  protected valueOf(event: Event): string {
    return (event.target as HTMLInputElement).value.trim();
  }

  protected drop(): void {
    this.drafts.update(({ [this.about()]: _, ...rest }) => rest);
    this.fault.set('');
  }

  /**
   * Makes the change again on top of what somebody else has saved: the numbers here, on their edition's
   * number.
   */
  protected rebase(): void {
    const version = this.saved()?.version;
    if (version !== undefined) this.change((edition) => ({ ...edition, version }));
  }

  protected async save(): Promise<void> {
    const edition = this.edition();
    if (!edition) return;
    const read = DiagnosisKnowledgeSchema.safeParse(edition);
    if (!read.success)
      return this.fault.set(
        `It cannot be saved like this: ${sure(read.error.issues[0]).path.join('.')}, ${sure(read.error.issues[0]).message}.`,
      );
    if (this.why().trim().length < 3) return this.fault.set('Say why you change it.');
    try {
      const { version } = await firstValueFrom(
        this.api.saveEdition({ body: { knowledge: edition, why: this.why() } }),
      );
      this.drop();
      this.why.set('');
      this.told.set(`Edition ${version} is saved; every weighing from now on uses it.`);
      this.store.dispatch(KnowledgeActions.wanted());
      await this.load();
    } catch (error) {
      this.fault.set(faultOf(error).sentence);
      await this.load();
    }
  }

  protected async bringBack(version: number): Promise<void> {
    try {
      const old = await firstValueFrom(this.api.oldEdition({ params: { about: this.about(), version } }));
      const current = this.saved()?.version ?? old.version;
      this.drafts.update((drafts) => ({ ...drafts, [this.about()]: { ...old, version: current } }));
      this.told.set(`Edition ${version} is on the screen as a change; save it to bring it back.`);
    } catch (error) {
      this.fault.set(faultOf(error).sentence);
    }
  }

  protected export(): void {
    const edition = this.edition();
    if (!edition) return;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(
      new Blob([`${JSON.stringify(edition, null, 2)}\n`], { type: 'application/json' }),
    );
    link.download = `diagnosis-${edition.about}-${edition.version}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  }

  private change(make: (edition: DiagnosisKnowledge) => DiagnosisKnowledge): void {
    const edition = this.edition();
    if (!edition || !this.lead()) return;
    this.told.set('');
    this.drafts.update((drafts) => ({ ...drafts, [this.about()]: make(edition) }));
  }

  protected olderBehind(): void {
    const behind = this.behind();
    if (behind && behind.next !== null) void this.fetchBehind(behind.cause, behind.next, behind.cases);
  }

  /** What is answered once something else is looked at, or asked for anew, is for nobody. */
  private async fetchBehind(
    cause: string,
    before?: number,
    earlier: readonly PastCase[] = [],
  ): Promise<void> {
    const mine = ++this.asked;
    try {
      const query = { cause, ...(before !== undefined && { before }) };
      const { cases, next } = await firstValueFrom(this.api.pastCases({ query }));
      if (mine === this.asked) this.behind.set({ cause, cases: [...earlier, ...cases], next });
    } catch (error) {
      if (mine === this.asked) this.failed.set(faultOf(error).sentence);
    }
  }

  private async load(): Promise<void> {
    try {
      const [reply, lately] = await Promise.all([
        firstValueFrom(this.api.diagnosis()),
        firstValueFrom(this.api.pastCases({ query: {} })),
      ]);
      this.lately.set(lately);
      this.reply.set(reply);
      this.failed.set('');
    } catch (error) {
      this.failed.set(faultOf(error).sentence);
    }
  }

  private async compare(
    saved: DiagnosisKnowledge,
    edition: DiagnosisKnowledge,
    cases: readonly PastCase[],
  ): Promise<void> {
    const mine = ++this.last;
    const compared = await this.weigher.comparePastJobs(
      withLearned(learnFrom(saved, this.counts())),
      withLearned(learnFrom(edition, this.counts())),
      cases,
    );
    if (mine === this.last) this.compared.set(compared);
  }
}
