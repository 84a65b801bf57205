import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { findScrews, placeIn, sayScrewWanted, type ScrewNeed } from '@petrichor/core/fit';
import { slotsOf, sayModel, sayScrew, ThreadSchema, type Screw } from '@petrichor/core/hardware';
import { readOff, sure } from '@petrichor/core/units';
import { selectModels, selectParts } from '../state/knowledge/knowledge.reducer';
import { type ChoiceOption } from '../ui/choice';
import { NumberField } from '../ui/field/number-field';
import { SelectField } from '../ui/field/select-field';
import { StateMark } from '../ui/state-mark';

const MARKS = { fits: 'settled', unknown: 'needs', no: 'stop' } as const;

/**
 * Which screw of my stock will do, and which of the machine's own may be lent: ranked, with why each is
 * refused.
 */
@Component({
  selector: 'p-screw-finder',
  imports: [NumberField, SelectField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Screw finder</h2>
    <div class="ask">
      <p-select-field label="Thread of the hole" fieldId="thread" [options]="threads" [(value)]="thread" />
      <p-number-field label="Lies under the head" fieldId="between" unit="mm" [(value)]="between" />
      <p-number-field label="Depth of the thread" fieldId="depth" unit="mm" [(value)]="depth" />
      <p-number-field label="Head at most" fieldId="head" unit="mm" [(value)]="head" />
      <p-select-field label="Lend from" fieldId="lender" [options]="lenders()" [(value)]="modelId" />
    </div>
    <p>
      <b class="wanted">{{ wanted() }}</b>
      <span class="mu small">three turns of thread at least, and short of the ground (pitch by ISO 261)</span>
    </p>
    <ul class="lines">
      @for (one of found(); track $index) {
        <li>
          <p-state-mark [mark]="marks[one.verdict]" [size]="15" />
          <b>{{ say(one.screw) }}</b>
          <span>{{
            one.from === 'shelf' ? one.count + ' in ' + one.where : 'from the machine: ' + one.where
          }}</span>
          <span class="mu">{{ one.sentence }}</span>
        </li>
      } @empty {
        <li class="mu">No screw of the shelf is near. The words above are what to buy.</li>
      }
    </ul>
    @if (lends()) {
      <p class="mu small">
        A screw that is lent leaves its own hole open: it goes on the job's tray until another is back in it.
        Battery screws are often thinner.
      </p>
    }
  `,
  styles: `
    .ask {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
      gap: 10px;
      margin: 8px 0;
    }
    .wanted {
      margin-right: 8px;
    }
    li {
      display: grid;
      grid-template-columns: 18px 130px 190px 1fr;
      gap: 10px;
      padding: 6px 0;
    }
    @media (max-width: 900px) {
      li {
        grid-template-columns: 18px 1fr;
      }
    }
  `,
})
export class ScrewFinder {
  private readonly store = inject(Store);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly parts = this.store.selectSignal(selectParts);
  protected readonly marks = MARKS;
  protected readonly say = sayScrew;
  protected readonly threads = ThreadSchema.options.map((value) => ({ value, label: value }));
  protected readonly thread = signal<Screw['thread']>('M2');
  protected readonly between = signal<number | null>(0.8);
  protected readonly depth = signal<number | null>(2.5);
  protected readonly head = signal<number | null>(5.5);
  protected readonly modelId = signal<string | null>(null);
  protected readonly lenders = computed((): ChoiceOption<string | null>[] => [
    { label: 'no machine', value: null },
    ...this.models().map((model) => ({ label: sayModel(model), value: model.id })),
  ]);
  private readonly need = computed((): ScrewNeed => {
    const [depth, head] = [this.depth(), this.head()];
    return {
      thread: this.thread(),
      form: 'machine',
      between: [readOff('callipers', this.between() ?? 0)],
      depth: depth === null ? null : readOff('callipers', depth),
      safeBiteMm: null,
      head: head === null ? null : { leastMm: 0, mostMm: head },
      headRoomMm: null,
    };
  });
  protected readonly wanted = computed(() => sayScrewWanted({ ...this.need(), head: null }));
  protected readonly found = computed(() => {
    const model = this.models().find((one) => one.id === this.modelId());
    const own = model ? placeIn(model, sure(slotsOf(model, null)[0])).ownScrews : [];
    const near = (screw: Screw) => screw.thread === this.thread();
    const all = findScrews(this.need(), this.parts(), own);
    // What is of another thread is of no use here, but for the first few that one could take for it.
    return [
      ...all.filter((one) => near(one.screw)),
      ...all.filter((one) => !near(one.screw)).slice(0, 3),
    ].slice(0, 14);
  });
  protected readonly lends = computed(() =>
    this.found().some((one) => one.from === 'machine' && one.verdict === 'fits'),
  );
}
