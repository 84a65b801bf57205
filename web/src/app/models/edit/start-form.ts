import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { BARE_START, SAY_SIDE, SideSchema, type StartNeeds } from '@petrichor/core/hardware';
import { ChoiceField } from '../../ui/field/choice-field';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import type { GuideDraft } from './guide-draft';

const NOBODY = { value: null, label: 'nobody has said' } as const;

/** What a start needs while the machine lies open; what nobody said stays so, and is asked for. */
@Component({
  selector: 'p-start-form',
  imports: [ChoiceField, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-choice-field
      label="Can it be started while it lies open?"
      fieldId="card-start-choice"
      [options]="starts"
      [value]="start() !== null"
      (valueChange)="set($event)"
      hint="Yes: at each operation that has to be back first, say so. Nobody has said: it is tried once closed."
    />
    @if (start(); as needs) {
      <div class="pair">
        <p-select-field
          label="It starts from"
          fieldId="start-power"
          [options]="powers"
          [value]="needs.power"
          (valueChange)="patch({ power: $event })"
        />
        <p-select-field
          label="One sees it on"
          fieldId="start-screen"
          [options]="screens"
          [value]="needs.screen"
          (valueChange)="patch({ screen: $event })"
        />
        <p-select-field
          label="The cooler"
          fieldId="start-cooling"
          [options]="coolers"
          [value]="needs.cooling"
          (valueChange)="patch({ cooling: $event })"
        />
        <p-select-field
          label="It lies"
          fieldId="start-side"
          [options]="sides"
          [value]="needs.side"
          (valueChange)="patch({ side: $event })"
        />
      </div>
      <p-text-field
        label="Where the button is that starts it"
        fieldId="start-button"
        most="80"
        [value]="needs.button ?? ''"
        (valueChange)="patch({ button: $event.trim() === '' ? null : $event })"
      />
    }
  `,
  styleUrl: './editor-form.css',
})
export class StartForm {
  readonly draft = input.required<GuideDraft>();
  protected readonly start = computed(() => this.draft().model().guide.start);
  protected readonly starts = [
    { value: false, label: 'nobody has said' },
    { value: true, label: 'yes' },
  ];
  protected readonly powers = [
    NOBODY,
    { value: 'mains', label: 'the mains lead' },
    { value: 'battery', label: 'its battery alone' },
    { value: 'either', label: 'either' },
  ] as const;
  protected readonly screens = [
    NOBODY,
    { value: 'own', label: 'its own screen' },
    { value: 'outside', label: 'a screen from outside' },
  ] as const;
  protected readonly coolers = [
    NOBODY,
    { value: 'has-to-be-on', label: 'has to be on' },
    { value: 'not-for-a-look', label: 'may be off for a short look' },
  ] as const;
  protected readonly sides = [
    NOBODY,
    ...SideSchema.options.map((value) => ({ value, label: SAY_SIDE[value] })),
  ];

  protected set(can: boolean): void {
    this.draft().patchGuide({ start: can ? (this.start() ?? BARE_START) : null });
  }

  protected patch(own: Partial<StartNeeds>): void {
    this.draft().patchGuide({ start: { ...(this.start() ?? BARE_START), ...own } });
  }
}
