import { ChangeDetectionStrategy, Component, computed, inject, input, resource, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { isDrivePlace, type MachinePlace } from '@petrichor/core/hardware';
import {
  isUnfitToStay,
  limitsOf,
  placesOfJob,
  SAY_SEALS,
  SAY_WISH,
  WISHES,
  type Change,
  type JobState,
  type Wish,
} from '@petrichor/core/job';
import { sayMinutes, sayMoney } from '@petrichor/core/units';
import { Keys } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectDrives, selectKnowledge, selectModels } from '../../state/knowledge/knowledge.reducer';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { Ranker } from '../../workers/ranker';
import { FoundMark, type FoundMarkName } from '../found/found-mark';
import { FoundPanel } from '../found/found-panel';
import { sayFound, sayGuide } from '../found/say-found';
import { goes } from '../match/change-list';
import { MatchNeed } from '../match/need';
import { isDriveKind } from '../match/wanted';
import { MARKS, sayRate } from '../match/words';
import { become, type Become } from './become';
import { Doublings } from './doublings';

/** Always shown where the machine can; the others once somebody wishes them. */
const OFFERED: readonly Wish[] = ['more-room', 'faster', 'more-memory', 'new-battery'];

/** What this machine can become: each wish with its price, its minutes and what it gives, for the counter. */
@Component({
  selector: 'p-wish-section',
  imports: [Doublings, FoundMark, FoundPanel, KeyBox, MatchNeed, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wish.html',
  styleUrl: './wish.css',
})
export class WishSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly ranker = inject(Ranker);
  private readonly store = inject(Store);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly drives = this.store.selectSignal(selectDrives);
  private readonly knowledge = this.store.selectSignal(selectKnowledge);
  protected readonly fault = signal('');
  protected readonly model = computed(
    () => this.models().find((one) => one.id === this.job().intake.modelId) ?? null,
  );
  protected readonly places = computed(() => {
    const model = this.model();
    return model ? placesOfJob(model, this.job()) : [];
  });
  private readonly known = computed(() => {
    const model = this.model();
    return (
      model && {
        model,
        places: this.places(),
        drives: this.drives(),
        knowledge: this.knowledge(),
        ranker: this.ranker,
      }
    );
  });
  private readonly wished = computed(() => this.job().intake.wishes);
  private readonly looked = resource({
    params: () => {
      const known = this.known();
      return known ? { job: this.job(), known, wished: this.wished() } : undefined;
    },
    loader: async ({ params: { job, known, wished } }) => {
      const shown = WISHES.filter((one) => OFFERED.includes(one) || wished.includes(one));
      const each: Become[] = [];
      for (const wish of shown) {
        const one = await become(job, [wish], known);
        if (one) each.push(one);
      }
      return { each, all: await become(job, wished, known) };
    },
  });
  protected readonly ready = computed(() => this.looked.hasValue());
  private readonly each = computed(() => (this.looked.hasValue() ? this.looked.value().each : []));
  /** Those that the machine has a place for. */
  protected readonly columns = computed(() => {
    // Always in one order: what was pressed stays where it is.
    return this.each()
      .filter((one) => one.changes.length > 0 || one.wish === 'look')
      .map((one) => this.column(one));
  });
  protected readonly impossible = computed(() =>
    this.each()
      .filter((one) => one.changes.length === 0 && one.wish !== 'look')
      .map(({ wish }) => `${SAY_WISH[wish]}: this model’s document names no place for it.`),
  );
  protected readonly notLooked = computed(() =>
    this.places()
      .filter((one) => this.job().found[one.id] === undefined)
      .map((one) => one.label),
  );
  protected readonly all = computed(() => {
    const all = this.looked.hasValue() ? this.looked.value().all : null;
    if (!all?.price || this.wished().length < 2) return null;
    const apart = this.each()
      .filter((one) => this.wished().includes(one.wish))
      .reduce((sum, one) => sum + (one.price?.bill.totalMinor ?? 0), 0);
    const saves = apart - all.price.bill.totalMinor;
    return {
      price: `${all.price.bill.isFrom ? 'from ' : ''}${sayMoney(all.price.bill.totalMinor)}`,
      minutes: sayMinutes(all.price.handsMinutes),
      saves: saves > 0 ? sayMoney(saves) : '',
    };
  });
  protected readonly rows = computed(() =>
    this.places().map((place, at) => {
      const limits = limitsOf(place);
      const say = (value: number | null) => (value === null || !limits ? null : `${value} ${limits.unit}`);
      return {
        id: place.id,
        letter: String.fromCharCode(65 + (at % 26)),
        label: place.label,
        inIt: this.inIt(place),
        limits: limits && [say(limits.stated), say(limits.reported), say(limits.seenHere)],
      };
    }),
  );
  protected readonly sentence = computed(() => {
    const free = this.places().filter(
      (one) => isDrivePlace(one) && one.kind !== 'soldered' && one.fitted === null,
    ).length;
    const room =
      free === 0
        ? 'no free place for a drive'
        : free === 1
          ? 'room for one more drive'
          : `room for ${free} more drives`;
    return `By what is known of it, there is ${room}.`;
  });
  protected readonly warranty = computed(() => {
    const { warranty, seals } = this.job().intake;
    return `${warranty === '' ? 'Nobody has said whether the maker’s still runs.' : `The maker’s until ${warranty}, as told.`} Seals: ${SAY_SEALS[seals]}. Opening may end it.`;
  });
  protected readonly unfit = computed(() => isUnfitToStay(this.job()));

  constructor() {
    const numbers = Object.fromEntries(
      Array.from({ length: 9 }, (_, at) => [
        String(at + 1),
        {
          say: at === 0 ? 'Wish it, or not any more, 1 to 9' : '',
          run: () => this.toggle(this.columns()[at]?.wish),
        },
      ]),
    );
    inject(Keys).bind({ ...numbers, P: { say: 'Print this for the counter', run: () => this.print() } });
  }

  protected toggle(wish: Wish | undefined): void {
    if (!wish) return;
    const wished = this.wished();
    this.give(wished.includes(wish) ? wished.filter((one) => one !== wish) : [...wished, wish], false);
  }

  protected broken(): void {
    this.give(this.wished(), true);
  }

  protected print(): void {
    window.print();
  }

  private give(wishes: readonly Wish[], fault: boolean): void {
    const refusal = this.desk.give(this.job(), { type: 'state-wish', fault, wishes: [...wishes] });
    this.fault.set(refusal?.sentence ?? '');
  }

  private inIt(place: MachinePlace): { readonly mark: FoundMarkName; readonly say: string } {
    const { mark, what } = sayFound(place, this.job().found[place.id]);
    const guide = sayGuide(place);
    return { mark, say: mark !== 'nobody' ? what : guide === null ? 'nobody looked' : `guide: ${guide}` };
  }

  private column({ wish, changes, price, roomGb, memoryGib, readBytesPerSecond }: Become) {
    return {
      wish,
      name: SAY_WISH[wish],
      wished: this.wished().includes(wish),
      price: price && sayMoney(price.bill.totalMinor),
      from: price?.bill.isFrom ?? false,
      minutes: price && sayMinutes(price.handsMinutes),
      wait: price ? sayWait(price.waitDays) : '',
      gives: givesOf(changes, readBytesPerSecond),
      room: roomGb,
      memory: memoryGib,
      drives: changes.some((one) => isDriveKind(one.kind) || one.kind === 'memory'),
      things: changes.map((change) => ({
        mark: change.verdict ? MARKS[change.verdict.outcome] : goes(change) ? 'settled' : 'needs',
        say: `${change.thing?.label ?? 'Nothing on the shelf yet'} into ${change.place}`,
        because: sayVerdict(change),
      })) satisfies readonly object[],
    };
  }
}

const sayWait = (days: number | null): string =>
  days === 0
    ? 'all of it is here'
    : days === null
      ? 'nobody knows when the parts come'
      : `parts in ${days} d`;

const sayVerdict = ({ verdict }: Change): string => {
  if (!verdict) return '';
  return verdict.outcome === 'no' || verdict.outcome === 'unknown' ? verdict.because : verdict.headline;
};

/** In plain words, a sentence for each thing that certainly follows. */
function givesOf(changes: readonly Change[], reads: number | null): string[] {
  return [
    ...changes.flatMap(({ kind, thing }) => {
      if (kind === 'add-drive' && thing) return ['What is in it stays where it is; nothing is moved.'];
      if (kind === 'replace-drive' && thing)
        return ['The old drive comes out; what is on it has to come across.'];
      return [];
    }),
    ...(reads === null ? [] : [`Reads up to ${sayRate(reads)} in its place.`]),
  ];
}
