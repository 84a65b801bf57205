import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import { judgeMemory } from '@petrichor/core/fit';
import { companionsOf, type Memory } from '@petrichor/core/hardware';
import { commandFields, type JobState, fittedAlone } from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels, selectParts } from '../../state/knowledge/knowledge.reducer';
import { NumberField } from '../../ui/field/number-field';
import { form } from '../../ui/form';
import { StateMark } from '../../ui/state-mark';

const ShownSchema = commandFields('read-memory').pick({ gib: true, megatransfers: true });

/** Memory as the system shows it, where it was changed on this job: how much, and at which speed. */
@Component({
  selector: 'p-memory-shown',
  imports: [FormField, NumberField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .short {
      width: 130px;
    }
  `,
  template: `
    @if (fitted().length > 0) {
      <h2>Memory</h2>
      <p class="mu">{{ expectation() }}</p>
      <form class="row" data-gate="memory" (submit)="form.send($event)" novalidate>
        <p-number-field
          class="short"
          label="Shown"
          fieldId="memory-gib"
          unit="GiB"
          [formField]="form.fields.gib"
        />
        <p-number-field
          class="short"
          label="Configured"
          fieldId="memory-speed"
          unit="MT/s"
          [formField]="form.fields.megatransfers"
        />
        <button class="tgt" type="submit">Keep it</button>
      </form>
      @if (told(); as told) {
        <p class="done">
          <p-state-mark [mark]="told.right ? 'settled' : 'stop'" [size]="16" /> {{ told.say }}
        </p>
      }
      <p class="fault" role="alert">{{ form.fault() }}</p>
    }
  `,
})
export class MemoryShown {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly store = inject(Store);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly parts = this.store.selectSignal(selectParts);
  protected readonly form = form(ShownSchema, {
    draft: { of: () => this.job().id, name: 'memory' },
    empty: () => {
      const kept = this.job().memoryShown;
      return { gib: kept?.gib ?? null, megatransfers: kept?.megatransfers ?? null };
    },
    send: (given) => {
      const expected = this.expected();
      return this.desk.give(this.job(), {
        type: 'read-memory',
        ...given,
        expectedGib: expected?.totalGib ?? null,
        expectedMegatransfers: expected?.expectedMegatransfers ?? null,
      });
    },
  });
  protected readonly fitted = computed(() =>
    fittedAlone(this.job())
      .filter((one) => one.kind === 'memory' && one.judged?.outcome === 'works')
      .flatMap((one) =>
        this.parts().filter(
          (part): part is Memory => part.kind === 'memory' && part.id === one.thing?.item?.id,
        ),
      ),
  );
  /** Only the fitted modules and what is soldered are known; a module that stayed in is not. */
  private readonly expected = computed(() => {
    const model = this.models().find((one) => one.id === this.job().intake.modelId);
    const bay = model && companionsOf(model).memory;
    return bay
      ? judgeMemory(bay, [
          ...this.fitted(),
          ...Array.from({ length: Math.max(0, bay.sockets.length - this.fitted().length) }, () => null),
        ])
      : null;
  });
  protected readonly expectation = computed(() => {
    const expected = this.expected();
    return expected
      ? `Expected: ${expected.totalGib} GiB${expected.expectedMegatransfers === null ? '' : ` at ${expected.expectedMegatransfers} MT/s`}, besides modules that stayed in. Less than that: seat it again.`
      : 'This model’s document says nothing of its memory: compare with the labels.';
  });
  protected readonly told = computed(() => {
    const shown = this.job().memoryShown;
    if (!shown) return null;
    const less = shown.expectedGib !== null && shown.gib < shown.expectedGib * 0.9;
    const slow =
      shown.expectedMegatransfers !== null &&
      shown.megatransfers !== null &&
      shown.megatransfers < shown.expectedMegatransfers * 0.97;
    return {
      right: !less && !slow,
      say: less
        ? `${shown.gib} GiB shown, ${shown.expectedGib} expected: seat it again, or the graphics keep some of it.`
        : slow
          ? `${shown.megatransfers} MT/s configured, ${shown.expectedMegatransfers} expected: look in the firmware.`
          : `${shown.gib} GiB${shown.megatransfers ? `, ${shown.megatransfers} MT/s` : ''}: as expected.`,
    };
  });
}
