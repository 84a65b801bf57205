import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { MachineOutline } from '@petrichor/core/hardware';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { TextField } from '../../ui/field/text-field';
import type { GuideDraft } from './guide-draft';

/** The model's card, and the outline that its screws are set on. */
@Component({
  selector: 'p-card-form',
  imports: [ChoiceField, NumberField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-text-field
      label="What labels underneath say, a line each"
      mono
      fieldId="card-labels"
      rows="2"
      [value]="labels()"
      (valueChange)="patch({ labelTexts: lines($event) })"
    />
    <div class="pair wide">
      <p-text-field
        label="Into firmware"
        fieldId="card-firmware"
        most="120"
        [value]="model().firmwareEntry"
        (valueChange)="patch({ firmwareEntry: $event })"
      />
      <p-text-field
        label="Into the boot menu"
        fieldId="card-boot"
        most="120"
        [value]="model().bootMenuEntry"
        (valueChange)="patch({ bootMenuEntry: $event })"
      />
    </div>
    <p-text-field
      label="How it is tried before it is closed"
      fieldId="card-try"
      most="240"
      [value]="model().tryBeforeClosing"
      (valueChange)="patch({ tryBeforeClosing: $event })"
    />
    <p-choice-field
      label="Can it be started while it lies open?"
      fieldId="card-start-choice"
      [options]="starts"
      [value]="starting()"
      (valueChange)="setStart($event)"
      hint="Yes: at each operation that has to be back first, say so. Nobody has said: it is tried once closed."
    />
    <div class="pair wide">
      <p-text-field
        label="Cautions, a line each"
        fieldId="card-cautions"
        rows="3"
        [value]="cautions()"
        (valueChange)="patch({ cautions: lines($event) })"
      />
      <p-text-field
        label="Soldered, a line each"
        fieldId="card-soldered"
        rows="3"
        [value]="soldered()"
        (valueChange)="patch({ soldered: lines($event) })"
      />
    </div>
    <div class="pair">
      <p-number-field
        label="Outline, width"
        fieldId="card-width"
        unit="mm"
        [value]="outline().widthMm"
        (valueChange)="$event && patchOutline({ widthMm: $event })"
      />
      <p-number-field
        label="Outline, height"
        fieldId="card-height"
        unit="mm"
        [value]="outline().heightMm"
        (valueChange)="$event && patchOutline({ heightMm: $event })"
      />
      <p-text-field
        label="Edge above"
        fieldId="card-top"
        most="30"
        [value]="outline().topEdge"
        (valueChange)="patchOutline({ topEdge: $event })"
      />
      <p-text-field
        label="Edge below"
        fieldId="card-bottom"
        most="30"
        [value]="outline().bottomEdge"
        (valueChange)="patchOutline({ bottomEdge: $event })"
      />
    </div>
  `,
  styleUrl: './editor-form.css',
})
export class CardForm {
  readonly draft = input.required<GuideDraft>();
  protected readonly model = computed(() => this.draft().model());
  protected readonly outline = computed(() => this.model().guide.outline);
  protected readonly labels = computed(() => this.model().labelTexts.join('\n'));
  protected readonly cautions = computed(() => this.model().cautions.join('\n'));
  protected readonly soldered = computed(() => this.model().soldered.join('\n'));

  protected readonly starts = [
    { value: false, label: 'nobody has said' },
    { value: true, label: 'yes' },
  ];
  protected readonly starting = computed(() => this.model().guide.start !== null);

  protected setStart(can: boolean): void {
    this.draft().patchGuide({ start: can ? (this.model().guide.start ?? { back: [] }) : null });
  }

  protected patch(own: Parameters<GuideDraft['patchModel']>[0]): void {
    this.draft().patchModel(own);
  }

  protected patchOutline(own: Partial<MachineOutline>): void {
    this.draft().patchGuide({ outline: { ...this.outline(), ...own } });
  }

  /** Empty lines stay while one writes: they are left out when it is saved. */
  protected readonly lines = (text: string): string[] => text.split('\n');
}
