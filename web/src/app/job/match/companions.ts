import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { Store } from '@ngrx/store';
import { judgeBattery, judgeMemory, judgeWireless, type Finding, type Outcome } from '@petrichor/core/fit';
import { companionsOf, type Memory, type Part, type PartKind, type PartOf } from '@petrichor/core/hardware';
import type { JobState } from '@petrichor/core/job';
import { selectModels, selectParts } from '../../state/knowledge/knowledge.reducer';
import { type ChoiceOption } from '../../ui/choice';
import { SelectField } from '../../ui/field/select-field';
import { StateMark } from '../../ui/state-mark';
import { MARKS, sayStock } from './words';

const WORST: readonly Outcome[] = ['no', 'unknown', 'extras', 'fits'];
const HEAD: Readonly<Record<Outcome, string>> = {
  no: 'does not go',
  unknown: 'cannot say yet',
  extras: 'with an extra',
  fits: 'goes',
};

interface Judged {
  readonly part: Part;
  readonly outcome: Outcome;
  readonly say: string;
  readonly findings: readonly Finding[];
  readonly stock: string;
}

/**
 * What else may be changed while the machine is open: memory, wireless card, battery. Same shape of finding
 * as a drive's.
 */
@Component({
  selector: 'p-match-companions',
  imports: [SelectField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>While it is open</h2>
    @if (memory(); as bay) {
      <h3>Memory</h3>
      <p class="mu small">
        {{ bay.solderedGib > 0 ? bay.solderedGib + ' GiB soldered; ' : ''
        }}{{ bay.generation.toUpperCase() }}, {{ bay.lowVoltageOnly ? 'low voltage only, ' : ''
        }}{{ bay.sockets.length }} {{ bay.sockets.length === 1 ? 'socket' : 'sockets' }}, to
        {{ bay.maxMegatransfers }} MT/s
      </p>
      @for (socket of bay.sockets; track socket; let at = $index) {
        <p-select-field
          [label]="socket"
          [fieldId]="'mem-' + at"
          [options]="moduleOptions()"
          [value]="fillIds()[at] ?? null"
          (valueChange)="fill(at, $event)"
        />
      }
      @if (memoryVerdict(); as verdict) {
        <p class="told">
          {{ verdict.totalGib }} GiB in all,
          {{
            verdict.expectedMegatransfers === null
              ? 'it will not start like this'
              : 'expect ' + verdict.expectedMegatransfers + ' MT/s'
          }},
          {{ channels[verdict.dualChannel] }}
        </p>
        <ul>
          @for (one of verdict.findings; track one.rule) {
            @if (one.outcome !== 'fits' || one.alwaysSaid) {
              <li><p-state-mark [mark]="marks[one.outcome]" [size]="14" /> {{ one.sentence }}</li>
            }
          }
        </ul>
      }
    }
    @for (group of others(); track group.name) {
      <h3>{{ group.name }}</h3>
      @for (one of group.judged; track one.part.id) {
        <div class="part">
          <p>
            <p-state-mark [mark]="marks[one.outcome]" [size]="15" /> <b>{{ one.part.name }}</b> {{ one.say }}
            <span class="mu small">{{ one.stock }}</span>
          </p>
          <ul>
            @for (finding of one.findings; track finding.rule) {
              <li class="mu small">{{ finding.sentence }}</li>
            }
          </ul>
        </div>
      } @empty {
        <p class="mu">None on the shelf.</p>
      }
    }
    @if (silent(); as what) {
      <p>
        <p-state-mark mark="needs" [size]="15" /> <b>Cannot say</b> whether {{ what }} fits: this model's
        document names no place for it. Compare with what is in, and add it under Models.
      </p>
    }
    <p class="mu small">
      Several upgrades at once: one at a time where the first start would not tell them apart. A lifted cooler
      gets fresh paste.
    </p>
  `,
  styles: `
    h3 {
      font-size: 16px;
      margin: 12px 0 4px;
    }
    .field {
      margin: 4px 0;
      max-width: 420px;
    }
    .told {
      font-weight: 650;
      margin-top: 8px;
    }
    .part {
      border-top: 1px solid var(--line);
      padding: 6px 0;
    }
    .part ul {
      padding-left: 22px;
    }
  `,
})
export class MatchCompanions {
  readonly job = input.required<JobState>();
  private readonly store = inject(Store);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly parts = this.store.selectSignal(selectParts);
  protected readonly marks = MARKS;
  protected readonly channels = {
    full: 'both channels over all of it',
    part: 'both channels over part of it',
    single: 'one channel',
  };
  private readonly model = computed(() => this.models().find((one) => one.id === this.job().intake.modelId));
  // Of the model alone: made anew at every event of the job, it would empty what somebody laid together.
  private readonly companions = computed(() => {
    const model = this.model();
    return model ? companionsOf(model) : null;
  });
  protected readonly memory = computed(() => this.companions()?.memory ?? null);
  protected readonly modules = computed(() => this.of('memory'));
  protected readonly moduleOptions = computed((): ChoiceOption<string | null>[] => [
    { label: 'empty', value: null },
    ...this.modules().map((one) => ({ label: one.name, value: one.id })),
  ]);
  protected readonly fillIds = linkedSignal<string, (string | null)[]>({
    // A computed: with a plain function every event of the job would empty what somebody laid together.
    source: computed(() => this.job().id),
    computation: () => this.memory()?.sockets.map(() => null) ?? [],
  });
  protected readonly memoryVerdict = computed(() => {
    const bay = this.memory();
    const fill = this.fillIds().map(
      (id): Memory | null => this.modules().find((one) => one.id === id) ?? null,
    );
    return bay && fill.some((one) => one !== null) ? judgeMemory(bay, fill) : null;
  });
  protected readonly others = computed(() => {
    const facts = this.companions();
    const [wireless, battery] = [facts?.wireless, facts?.battery];
    return [
      ...(wireless
        ? [
            {
              name: 'Wireless card',
              judged: this.of('wireless').map((part) => judged(part, judgeWireless(wireless, part))),
            },
          ]
        : []),
      ...(battery
        ? [
            {
              name: 'Battery',
              judged: this.of('battery').map((part) => judged(part, judgeBattery(battery, part))),
            },
          ]
        : []),
    ];
  });

  /** Kinds that no place in the model answers for: said, never passed over. */
  protected readonly silent = computed(() => {
    const facts = this.companions();
    const missing = [
      ...(facts?.memory ? [] : ['memory']),
      ...(facts?.wireless ? [] : ['a wireless card']),
      ...(facts?.battery ? [] : ['a battery']),
    ];
    return missing.length === 0 ? null : missing.join(' or ');
  });

  protected fill(at: number, id: string | null): void {
    this.fillIds.update((ids) => ids.map((one, index) => (index === at ? id : one)));
  }

  private of<K extends PartKind>(kind: K): PartOf<K>[] {
    return this.parts().filter((part): part is PartOf<K> => part.kind === kind);
  }
}

function judged(part: Part, findings: readonly Finding[]): Judged {
  const outcome = WORST.find((one) => findings.some((finding) => finding.outcome === one)) ?? 'fits';
  const couldChange = findings.some((finding) => finding.outcome === 'unknown' && finding.couldChange);
  const shown = outcome === 'unknown' && !couldChange ? 'fits' : outcome;
  return {
    part,
    outcome,
    say: HEAD[shown],
    findings: findings.filter(
      (one) => one.outcome !== 'fits' || findings.every((all) => all.outcome === 'fits'),
    ),
    stock: sayStock(part),
  };
}
