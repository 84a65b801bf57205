import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { Store } from '@ngrx/store';
import { SAY_SIDE, sayScrew } from '@petrichor/core/hardware';
import {
  countOf,
  currentStep,
  hadOldDrive,
  mainDrive,
  hasWalked,
  holesToFill,
  isWalkedNow,
  nextThing,
  nextTick,
  progress,
  roundOf,
  sayMissing,
  type JobState,
  type NoteKind,
} from '@petrichor/core/job';
import { isTaking, sayLater } from '@petrichor/core/teardown';
import { sayMinutes } from '@petrichor/core/units';
import { OutlineMap } from '../../drawing/outline-map';
import { Profile } from '../../drawing/profile';
import { ScrewGlyph } from '../../drawing/screw-glyph';
import { Tray } from '../../drawing/tray';
import { Clock } from '../../shell/clock';
import { Keys } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { draft, jobDraft } from '../../ui/draft';
import { TextField } from '../../ui/field/text-field';
import { ChangeSerials } from './change-serials';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { keepAwake } from '../../ui/wake-lock';
import { WhyDrawer } from '../../ui/why-drawer';
import { AlsoDrawer } from './also-drawer';
import { AnotherScrew } from './another-screw';
import { CountDrawer } from './count-drawer';
import { MatButton } from './mat-button';
import { NoteDrawer } from './note-drawer';
import { StepFacts } from './step-facts';
import { UnsettledScrews } from './unsettled-screws';
import { WithoutDrawer } from './without-drawer';

const SAY_LEG = { in: 'way in', swap: 'swap', out: 'way out' } as const;

const SAY_ANEW = {
  'not-here': 'Not here',
  stuck: 'Around what does not come',
  found: 'Found otherwise',
} as const;

/** One large step at a time: down to the drive, the swap, and back up. */
@Component({
  selector: 'p-way-section',
  imports: [
    AlsoDrawer,
    AnotherScrew,
    CountDrawer,
    KeyBox,
    MatButton,
    NgTemplateOutlet,
    NoteDrawer,
    OutlineMap,
    Profile,
    ScrewGlyph,
    StateMark,
    StepFacts,
    ChangeSerials,
    TextField,
    Tray,
    UnsettledScrews,
    WhyDrawer,
    WithoutDrawer,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.far]': 'far()' },
  templateUrl: './way.html',
  styleUrl: './way.css',
})
export class WaySection {
  readonly job = input.required<JobState>();
  readonly lookingBack = input(false);
  private readonly desk = inject(JobDesk);
  private readonly clock = inject(Clock);
  private readonly models = inject(Store).selectSignal(selectModels);
  /** The guide that this job is walked with; of ways planned before guides were kept, the model's own. */
  protected readonly guide = computed(
    () =>
      this.job().way?.guide ??
      this.models().find((one) => one.id === this.job().intake.modelId)?.guide ??
      null,
  );
  private readonly all = computed(() => progress(this.job()));
  protected readonly atHand = computed(() => {
    const here = currentStep(this.job());
    return here && isWalkedNow(this.job(), here.step) ? here : null;
  });
  /** Steps looked ahead or back without doing; 0 is the step at hand. It falls back to 0 with every tick. */
  protected readonly look = linkedSignal<number, number>({
    source: computed(() => this.job().way?.ticks.length ?? 0),
    computation: () => 0,
  });
  protected readonly shown = computed(() => {
    const all = this.all();
    const at = all.findIndex((one) => one.step.id === this.atHand()?.step.id);
    return at < 0 ? null : (all[at + this.look()] ?? null);
  });
  protected readonly isAtHand = computed(() => this.look() === 0);
  protected readonly where = computed(() => {
    const shown = this.shown();
    if (!shown) return '';
    const leg = this.all().filter(
      ({ step }) => step.leg === shown.step.leg && step.round === shown.step.round,
    );
    return `Step ${leg.findIndex((one) => one.step.id === shown.step.id) + 1} of ${leg.length} on the ${SAY_LEG[shown.step.leg]}`;
  });
  protected readonly turn = computed(() => {
    const to = this.shown()?.step.turnTo;
    return to ? `First turn the machine: ${SAY_SIDE[to]}.` : '';
  });
  protected readonly screws = computed(() =>
    (this.shown()?.step.moves ?? []).flatMap((thing, kind) =>
      thing.kind === 'screw'
        ? [
            {
              key: thing.key,
              square: kind > 0,
              count: countOf(thing),
              screw: thing.screw,
              say: sayScrew(thing.screw),
              mark: thing.mark,
              moved: this.shown()?.moved[thing.key] ?? 0,
            },
          ]
        : [],
    ),
  );
  protected readonly things = computed(() =>
    (this.shown()?.step.moves ?? []).flatMap((thing) =>
      thing.kind === 'screw' ? [] : [{ key: thing.key, verb: thing.verb, label: thing.label }],
    ),
  );
  protected readonly next = computed(() => {
    const all = this.all();
    const at = all.findIndex((one) => one.step.id === this.shown()?.step.id);
    return all.slice(at + 1, at + 3).filter((one) => one.step.leg === this.shown()?.step.leg);
  });
  protected readonly minutes = sayMinutes;
  protected readonly taking = isTaking;
  protected readonly refusal = signal('');

  /** Seconds still to wait, null where the step has no wait that runs. */
  protected readonly waitLeft = computed(() => {
    const step = this.atHand()?.step;
    const started = step && this.job().way?.waits[step.id];
    if (!step?.waitSeconds || !started) return null;
    return Math.max(0, Math.ceil(step.waitSeconds - (this.clock.now() - Date.parse(started)) / 1000));
  });
  /** Seconds since the last thing was done, while this step is at hand. */
  protected readonly elapsed = computed(() => {
    const ticks = this.job().way?.ticks ?? [];
    const last = [...ticks].reverse().find((tick) => tick.stepId !== this.atHand()?.step.id);
    const seconds = last ? Math.max(0, Math.floor((this.clock.now() - Date.parse(last.at)) / 1000)) : 0;
    return {
      text: seconds < 3600 ? `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}` : '> 1 h',
      minutes: seconds / 60,
    };
  });
  protected readonly done = computed(() => {
    const here = this.atHand();
    if (!here) return { title: '', hint: '' };
    if (here.step.waitSeconds !== null) {
      const left = this.waitLeft();
      const held = here.step.waitKind === 'hold';
      if (left === null)
        return {
          title: `Start the ${sayWait(here.step.waitSeconds)}`,
          hint: held
            ? 'Press when the hand is on the button'
            : 'Press when it begins; hands are free meanwhile',
        };
      return left > 0
        ? { title: sayWait(left), hint: held ? 'Keep holding' : 'Leave it alone' }
        : { title: held ? 'Done: held long enough' : 'Done: long enough', hint: '' };
    }
    const next = nextThing(here);
    const goesOut = isTaking(here.step);
    if (next?.thing.kind === 'screw') {
      const before = here.step.moves
        .slice(0, here.step.moves.indexOf(next.thing))
        .reduce((sum, thing) => sum + countOf(thing), 0);
      return {
        title: `Done: screw ${before + next.moved + 1} is ${goesOut ? 'out' : 'in'}`,
        hint: `Shift + Space: all ${countOf(next.thing) - next.moved} ${sayScrew(next.thing.screw)}`,
      };
    }
    return { title: next ? `Done: ${next.thing.label}` : 'Done', hint: '' };
  });
  protected readonly canCountRest = computed(() => {
    const here = this.atHand();
    const next = here && nextThing(here);
    return next?.thing.kind === 'screw' && countOf(next.thing) - next.moved > 1;
  });
  /** Swap asks for the serials of both drives. */
  protected readonly oldSerial = jobDraft(
    () => this.job().id,
    'oldSerial',
    () => this.job().serials.oldDrive ?? '',
  );
  protected readonly newSerial = jobDraft(
    () => this.job().id,
    'newSerial',
    () => this.job().serials.newDrive ?? '',
  );

  protected readonly short = signal(false);
  protected readonly noting = signal<NoteKind | null>(null);
  protected readonly counting = signal(false);
  protected readonly alsoOut = signal(false);
  protected readonly otherScrew = signal(false);
  /** Whether a hole wants a screw: at the step at hand, or where one was left short. */
  protected readonly holesOpen = computed(() => holesToFill(this.job()).length > 0);
  /** No new drive where none goes in. */
  protected readonly hasMain = computed(() => mainDrive(this.job()) !== null);
  /** Changes are planned, and no drive among them. */
  protected readonly noDrive = computed(
    () => this.scouting() === null && this.job().changes.length > 0 && !this.hasMain(),
  );
  /** Whether the drive that the system goes to is in with this round; others may come first. */
  protected readonly driveNow = computed(() => {
    const main = mainDrive(this.job());
    return main !== null && roundOf(this.job().way, main.change) <= (this.job().way?.round ?? 1);
  });
  /** No old drive where there never was one. */
  protected readonly hadOld = computed(() => hadOldDrive(this.job()));
  /** Why the trial comes after closing, once the new drive is in. */
  protected readonly triedLater = computed(() => {
    const { phase, way } = this.job();
    return way?.start && (phase === 'swap' || phase === 'way-out') && !way.scouting
      ? sayLater(way.start)
      : '';
  });
  /**
   * What is missing after a step was left, and where it belongs: said at once, and as long as nothing else is
   * done.
   */
  protected readonly missing = computed(() => {
    const last = this.job().way?.ticks.at(-1);
    return typeof last?.short === 'string' ? sayMissing(this.job(), last.stepId) : null;
  });
  /** What the rest was planned anew for, as long as nothing else is done. */
  protected readonly anew = computed(() => {
    const { anew = null, ticks = [] } = this.job().way ?? {};
    return anew?.ticks === ticks.length ? `${SAY_ANEW[anew.why]}: ${anew.what}.` : '';
  });
  /** Why the machine is only opened and closed again, in words; null: it is repaired. */
  protected readonly scouting = computed(() => {
    const { scouting = null, turnedBack = null } = this.job().way ?? {};
    return turnedBack !== null
      ? `Turned back: ${turnedBack}`
      : scouting && `A visit to look: ${scouting.why}`;
  });
  protected readonly toMeasure = computed(() => this.job().phase === 'way-in' && this.scouting() !== null);
  protected readonly turning = signal(false);
  protected readonly mayTurn = computed(
    () =>
      (this.job().phase === 'way-in' || this.job().phase === 'swap') &&
      hasWalked(this.job()) &&
      !this.lookingBack(),
  );
  /** For a bench two metres away: the step alone, as large as it goes. */
  protected readonly far = draft('far', false);
  protected readonly sayWait = sayWait;

  constructor() {
    keepAwake();
    inject(Keys).bind({
      Space: { say: 'Done, one fastener at a time', run: () => this.tick(false) },
      'Shift+Space': { say: 'Done, all that are left of this kind', run: () => this.tick(true) },
      'Ctrl+Z': { say: 'Undo the last tick', run: () => this.undo() },
      A: {
        say: 'Also out: something the guide does not know of',
        run: () => this.alsoOut.set(this.job().phase === 'way-in'),
      },
      N: { say: 'Note on this step', run: () => this.noting.set('note') },
      P: { say: 'Photo of this step', run: () => this.noting.set('note') },
      M: { say: 'Measure something', run: () => this.noting.set('measure') },
      F: { say: 'Found out of place, before anyone touched it', run: () => this.noting.set('found') },
      R: {
        say: 'This is not how it was: a correction for the guide',
        run: () => this.noting.set('correction'),
      },
      C: { say: 'Count the screws on the mat', run: () => this.counting.set(true) },
      B: { say: 'Large text, for reading from afar', run: () => this.far.update((far) => !far) },
      Z: { say: 'Turn back: close it again as it was', run: () => this.turning.set(this.mayTurn()) },
      X: { say: 'Go on without: lost, not here, or it does not come', run: () => this.short.set(true) },
      S: {
        say: 'Another screw in place of its own',
        run: () => this.otherScrew.set(this.holesOpen()),
      },
      ArrowRight: { say: 'Look ahead without doing', run: () => this.lookBy(1) },
      ArrowLeft: { say: 'Look back without doing', run: () => this.lookBy(-1) },
    });
  }

  protected tick(rest: boolean): void {
    if (!this.atHand() || this.lookingBack()) return;
    if (!this.isAtHand()) return this.look.set(0);
    const command = nextTick(this.desk.now(this.job()), rest);
    if (command) this.refusal.set(this.desk.give(this.job(), command)?.sentence ?? '');
  }

  protected undo(): void {
    this.refusal.set(this.desk.give(this.job(), { type: 'take-back-tick' })?.sentence ?? '');
  }

  protected lookBy(by: number): void {
    const all = this.all();
    const at = all.findIndex((one) => one.step.id === this.atHand()?.step.id);
    if (at >= 0) this.look.update((look) => Math.max(-at, Math.min(all.length - 1 - at, look + by)));
  }

  protected keepSerial(which: 'oldDrive' | 'newDrive'): void {
    const serial = (which === 'oldDrive' ? this.oldSerial() : this.newSerial()).trim();
    if (serial === '' || serial === this.job().serials[which]) return;
    this.refusal.set(this.desk.give(this.job(), { type: 'record-serial', which, serial })?.sentence ?? '');
  }

  /** A sentence where it is refused. */
  protected readonly turnBack = (why: string): string | null =>
    this.desk.give(this.job(), { type: 'turn-back', why })?.sentence ?? null;
}

/** `15 s`, `4:05 min` */
const sayWait = (seconds: number): string =>
  seconds < 100 ? `${seconds} s` : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')} min`;
