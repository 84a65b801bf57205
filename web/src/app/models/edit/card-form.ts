import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { BodySchema, SAY_BODY, type MachineOutline } from '@petrichor/core/hardware';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { TextField } from '../../ui/field/text-field';
import type { GuideDraft } from './guide-draft';
import { StartForm } from './start-form';

/** The model's card, and the outline that its screws are set on. */
@Component({
  selector: 'p-card-form',
  imports: [ChoiceField, NumberField, StartForm, TextField],
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
    <p-choice-field
      label="How it is built"
      fieldId="card-body"
      [options]="bodies"
      [value]="model().body"
      (valueChange)="patch({ body: $event })"
      hint="It says what is tried at Take in and in Prove."
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
    <p-start-form [draft]="draft()" />
    <div class="pair wide">
      <p-text-field
        label="The maker’s own manual, as it is called"
        fieldId="card-manual"
        most="120"
        [value]="model().guide.manual?.title ?? ''"
        (valueChange)="manual({ title: $event })"
      />
      <p-text-field
        label="Where it can be read (empty: only here)"
        fieldId="card-manual-address"
        most="300"
        [value]="model().guide.manual?.address ?? ''"
        (valueChange)="manual({ address: $event.trim() === '' ? null : $event })"
      />
    </div>
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

  protected readonly bodies = [
    ...BodySchema.options.map((value) => ({ value, label: SAY_BODY[value] })),
    { value: null, label: 'nobody has said' },
  ];
  /** Without a title there is none. */
  protected manual(own: { title?: string; address?: string | null }): void {
    const manual = { title: '', address: null, ...this.model().guide.manual, ...own };
    this.draft().patchGuide({ manual: manual.title.trim() === '' ? null : manual });
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
