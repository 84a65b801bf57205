import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  resource,
  signal,
  untracked,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import {
  jobAt,
  judgeAt,
  linkOf,
  sectionsAbove,
  tightest,
  type Candidate,
  type Finding,
} from '@petrichor/core/fit';
import { isDrivePlace, isSocket, sayDrive, sayForm, type Drive } from '@petrichor/core/hardware';
import { withMeasured } from '@petrichor/core/job';
import { AirLeft } from '../../drawing/air-left';
import { BayDrawing } from '../../drawing/bay-drawing';
import { Keys } from '../../shell/keys';
import { HoldsFocus } from '../../shell/modals';
import { Scans } from '../../shell/scans';
import { selectDrives } from '../../state/knowledge/knowledge.reducer';
import { TakeAgainst } from './take-against';
import { selectAccount } from '../../state/session/session.reducer';
import { Choice } from '../../ui/choice';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { Ranker } from '../../workers/ranker';
import { MatchAdapted } from './adapted';
import type { ChangeList, Row } from './change-list';
import { MatchCompare } from './compare';
import { LookDrawer } from './look-drawer';
import { MatchNeed } from './need';
import { MatchWays } from './ways';
import { MARKS, sayRate, sayShort, sayStock } from './words';
import { Focus } from '../../shell/focus';

type View = 'drive' | 'compare' | 'ways' | 'adapted';
/** Rows drawn at first, and how many come with each asking. */
const ROWS = 30;
/** More columns than this cannot be read side by side. */
const MOST_COMPARED = 3;

/** A change that puts a drive in: every drive of the shelf against its slot, each check with its numbers. */
@Component({
  selector: 'p-drive-change',
  imports: [
    FormField,
    AirLeft,
    BayDrawing,
    Choice,
    HoldsFocus,
    KeyBox,
    LookDrawer,
    MatchAdapted,
    MatchCompare,
    MatchNeed,
    MatchWays,
    SelectField,
    StateMark,
    TextField,
    TakeAgainst,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './drive-change.html',
  styleUrl: './drive-change.css',
})
export class DriveChangePanel {
  readonly list = input.required<ChangeList>();
  readonly row = input.required<Row>();
  protected readonly job = computed(() => this.list().job());
  private readonly store = inject(Store);
  private readonly focus = inject(Focus);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly ranker = inject(Ranker);
  private readonly drives = this.store.selectSignal(selectDrives);
  private readonly account = this.store.selectSignal(selectAccount);
  readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  private readonly onBench = computed(() =>
    this.list()
      .places()
      .filter(isDrivePlace)
      .filter((slot) => slot.kind !== 'soldered'),
  );
  /** Its own place, and those that no other change has. */
  protected readonly slots = computed(() => {
    const taken = this.list()
      .counted()
      .filter((one) => one.id !== this.row().id)
      .map((one) => one.change.placeId);
    return this.onBench()
      .filter((slot) => !taken.includes(slot.id))
      .map((slot) => ({ label: slot.label, value: slot.id }));
  });
  /** As it is planned; null: not taken yet. */
  private readonly chosen = computed(() => {
    const { taken, change } = this.row();
    return taken && change.thing?.drive ? { slot: change.placeId, drive: change.thing.drive } : null;
  });
  protected readonly override = computed(() => (this.row().taken ? this.row().change.override : null));
  protected readonly slot = computed(() => {
    const slots = this.onBench();
    return slots.find((slot) => slot.id === this.row().want.placeId) ?? slots[0] ?? null;
  });
  protected readonly place = computed(() => this.list().placeFor(this.row(), this.slot()?.id ?? null));
  /** What the conclusion of Diagnose asks for. */
  protected readonly lookFor = computed(() => {
    const conclusion = this.job().conclusion;
    if (conclusion?.remedy.kind !== 'replace-drive') return '';
    const { wantedGb } = this.job().need;
    const kind = conclusion.remedy.medium === 'flash' ? 'a solid-state drive' : 'a drive';
    return `${conclusion.say}: ${kind}${wantedGb === null ? '' : `, ${wantedGb} GB or more`}.`;
  });

  private readonly ranked = resource({
    params: () => {
      const place = this.place();
      return place ? { place, drives: this.drives(), measured: this.measured() } : undefined;
    },
    loader: ({ params }) => this.ranker.rank(params.place, params.drives, params.measured),
  });
  /** What is drawn while a newer answer is on its way is the last one. */
  private readonly kept = signal<{
    order: Uint32Array;
    counts: Readonly<Record<'fits' | 'extras' | 'unknown' | 'no', number>>;
  } | null>(null);
  protected readonly counts = computed(() => this.kept()?.counts ?? null);
  private readonly measured = computed(() => this.list().measured());
  protected readonly find = signal('');
  private readonly order = computed(() => {
    const kept = this.kept();
    const drives = this.drives();
    const words = this.find().toLowerCase().split(/\s+/).filter(Boolean);
    if (!kept) return [];
    const all = Array.from(kept.order).flatMap((at) => drives[at] ?? []);
    return words.length === 0
      ? all
      : all.filter((drive) =>
          words.every((word) => `${sayDrive(drive)} ${sayForm(drive)}`.toLowerCase().includes(word)),
        );
  });
  private readonly rows = signal(ROWS);
  protected readonly more = computed(() => Math.max(0, this.order().length - this.rows()));
  protected readonly candidates = computed((): Candidate[] =>
    this.order()
      .slice(0, this.rows())
      .flatMap((drive) => this.judged(drive) ?? []),
  );
  readonly at = computed(() => {
    const wanted = this.row().want.pick ?? this.chosen()?.drive.id ?? this.row().change.thing?.drive?.id;
    const drive = this.order().find((one) => one.id === wanted) ?? this.order()[0];
    return drive ? this.judged(drive) : null;
  });
  protected readonly atId = computed(() => this.at()?.drive.id ?? null);
  protected readonly link = computed(() => this.at()?.link ?? null);
  protected readonly linkWords = computed(() => {
    const at = this.at();
    if (!at?.link) return 'No link: they share no protocol.';
    const own = at.drive.readBytesPerSecond;
    const { say, ceilingBytesPerSecond } = at.link;
    return `${say}: ${sayRate(ceilingBytesPerSecond)} ceiling${own ? `; the drive could do ${sayRate(own)}` : ''}`;
  });
  /** Link bars on one scale: ceiling, what is used, and what stays unused. */
  protected readonly bars = computed(() => {
    const link = this.link();
    if (!link) return null;
    const own = this.at()?.drive.readBytesPerSecond ?? 0;
    const scale = Math.max(own, link.ceilingBytesPerSecond) * 1.02;
    const share = (bytes: number) => (bytes / scale) * 100;
    return {
      wall: share(link.ceilingBytesPerSecond),
      used: share(link.usableBytesPerSecond ?? 0),
      own: share(own),
      wasted: link.wastedBytesPerSecond ?? 0,
    };
  });
  /** The tightest place above the drive, for the air diagram. */
  protected readonly air = computed(() => {
    const at = this.at();
    const place = this.place();
    if (!at || !place || !isSocket(place.slot) || at.drive.family !== place.slot.kind) return null;
    const sections = sectionsAbove(place, place.slot, at.drive);
    return sections
      ? { ...tightest(sections).clearance, parts: place.slot.stack.length + 4 + (place.plate ? 1 : 0) }
      : null;
  });
  readonly chosenId = computed(() =>
    this.chosen()?.slot === this.slot()?.id ? (this.chosen()?.drive.id ?? null) : null,
  );

  protected readonly view = signal<View>('drive');
  protected readonly views = computed(() => [
    { label: 'This drive', value: 'drive' as const },
    {
      label: this.comparedIds().length > 0 ? `Compare ${this.comparedIds().length}` : 'Compare',
      value: 'compare' as const,
    },
    { label: 'Slots', value: 'ways' as const },
    { label: 'Adapted', value: 'adapted' as const },
  ]);
  private readonly comparedIds = signal<readonly string[]>([]);
  protected readonly compared = computed(() =>
    this.comparedIds().flatMap((id) => {
      const drive = this.drives().find((one) => one.id === id);
      return drive ? (this.judged(drive) ?? []) : [];
    }),
  );
  protected readonly looking = signal(false);
  private readonly askedRule = signal<string | null>(null);
  readonly settles = computed(() => {
    const asking = this.at()?.verdict.findings.filter((one) => one.settles) ?? [];
    return (asking.find((one) => one.rule === this.askedRule()) ?? asking[0])?.settles ?? null;
  });
  protected readonly asked = signal(false);
  protected readonly takeAgainst = (reason: string): string => {
    const at = this.at();
    return at ? this.list().take(this.row(), { driveId: at.drive.id, reason }) : '';
  };
  readonly fault = signal('');
  protected readonly marks = MARKS;
  protected readonly rate = sayRate;
  protected readonly short = sayShort;
  protected readonly stock = sayStock;
  protected readonly form = sayForm;
  protected readonly name = sayDrive;

  constructor() {
    effect(() => {
      if (!this.ranked.hasValue()) return;
      const ranking = this.ranked.value();
      untracked(() => this.kept.set(ranking));
    });
    // A drive's code from the shelf: that is the drive one looks at.
    inject(Scans).take(({ driveId }) => {
      if (driveId === null || !this.order().some((one) => one.id === driveId)) return false;
      this.find.set('');
      this.pick(driveId);
      return true;
    });
    inject(Keys).bind({
      ArrowDown: { say: 'Next drive', run: () => this.move(1) },
      ArrowUp: { say: 'Drive before', run: () => this.move(-1) },
      M: { say: 'Measure or look at what is missing', run: () => this.look(null) },
      T: { say: 'Take this drive', run: () => this.take() },
      C: { say: 'Compare this drive', run: () => this.compare() },
      O: { say: 'Take it all the same (lead)', run: () => this.askOverride() },
      S: { say: 'Next slot', run: () => this.nextSlot() },
    });
  }

  protected pickSlot(id: string): void {
    this.list().patch(this.row().id, { placeId: id, pick: null });
    this.fault.set('');
  }

  protected pick(id: string): void {
    this.list().patch(this.row().id, { pick: id });
    this.fault.set('');
  }

  protected showMore(): void {
    this.rows.update((rows) => rows + ROWS);
  }

  protected price(minor: number): string {
    return (minor / 100).toFixed(2);
  }

  protected takeSpread(
    seats: readonly { readonly slotId: string; readonly drive: { readonly id: string } }[],
  ): void {
    this.fault.set(this.list().takeSpread(seats.map(({ slotId, drive }) => ({ slotId, driveId: drive.id }))));
    if (this.fault() === '') this.view.set('drive');
  }

  take(): void {
    const at = this.at();
    if (at) this.fault.set(this.list().take(this.row(), { driveId: at.drive.id }));
  }

  look(finding: Finding | null): void {
    this.askedRule.set(finding?.rule ?? null);
    if (!this.settles())
      return this.fault.set('Nothing is missing on this drive: every check has its numbers.');
    // Measured, it may rank elsewhere: the look goes on being about this one.
    const at = this.at();
    if (at) this.pick(at.drive.id);
    this.looking.set(true);
  }

  compare(): void {
    const at = this.at();
    if (!at) return;
    this.comparedIds.update((ids) =>
      ids.includes(at.drive.id) ? ids : [...ids, at.drive.id].slice(-MOST_COMPARED),
    );
    if (this.comparedIds().length > 1) this.view.set('compare');
    else this.fault.set(`${sayDrive(at.drive)} is kept for comparing. Press C on another.`);
  }

  protected drop(id: string): void {
    this.comparedIds.update((ids) => ids.filter((one) => one !== id));
  }

  askOverride(): void {
    const outcome = this.at()?.verdict.outcome;
    if (!this.lead()) return this.fault.set('Only a lead takes a drive against the verdict.');
    if (outcome !== 'no' && outcome !== 'unknown')
      return this.fault.set('It fits: take it without an override.');
    this.fault.set('');
    this.asked.set(true);
  }

  private judged(drive: Drive): Candidate | null {
    const place = this.place();
    if (!place) return null;
    const own = withMeasured(drive, this.job());
    return { drive: own, verdict: judgeAt(this.benchHere(), own), link: linkOf(place, own) };
  }
  private readonly benchHere = computed(() => {
    const place = this.place();
    return place ? jobAt(place) : [];
  });

  private move(by: number): void {
    const all = this.order();
    const at = all.findIndex((one) => one.id === this.atId());
    const to = Math.max(0, Math.min(all.length - 1, at + by));
    if (!all[to]) return;
    if (to >= this.rows()) this.showMore();
    this.pick(all[to].id);
    // Where the list is longer than the screen, the one looked at stays in sight.
    this.focus.show(this.host, '.candidate.at');
  }

  private nextSlot(): void {
    const slots = this.slots();
    const at = slots.findIndex((one) => one.value === this.slot()?.id);
    const next = slots[(at + 1) % slots.length];
    if (next) this.pickSlot(next.value);
  }
}
