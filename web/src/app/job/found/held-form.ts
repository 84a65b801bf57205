import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { isBay, isDrivePlace, type MachinePlace } from '@petrichor/core/hardware';
import { HeldSchema, type Held } from '@petrichor/core/job';
import { z } from 'zod';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { TextField } from '../../ui/field/text-field';
import { Focus } from '../../shell/focus';
import { form } from '../../ui/form';
import { ElementRef } from '@angular/core';

const FieldsSchema = z.strictObject({
  label: HeldSchema.shape.label,
  size: z.number('Type the size.').positive('More than 0.').max(64_000).nullable(),
  megatransfers: HeldSchema.shape.megatransfers,
  serial: z.string().trim().max(60),
  jumper: HeldSchema.shape.jumper.unwrap(),
});

/** What stands on the label of the thing in a place; what is not on it stays unknown. */
@Component({
  selector: 'p-held-form',
  imports: [FormField, ChoiceField, NumberField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="form.send($event)" novalidate>
      <p-text-field
        label="What its label says"
        fieldId="held-label"
        most="60"
        [formField]="form.fields.label"
      />
      @if (unit(); as unit) {
        <p-number-field label="Size" fieldId="held-size" [unit]="unit" [formField]="form.fields.size" />
      }
      @if (isMemory()) {
        <p-number-field
          label="Speed"
          fieldId="held-speed"
          unit="MT/s"
          [formField]="form.fields.megatransfers"
        />
      }
      <p-text-field label="Serial" fieldId="held-serial" mono [formField]="form.fields.serial" />
      @if (onCable()) {
        <p-choice-field
          label="Jumper"
          fieldId="held-jumper"
          [options]="jumpers"
          [formField]="form.fields.jumper"
        />
      }
      <p class="fault" role="alert">{{ form.fault() }}</p>
      <button class="tgt" type="submit">That is in it</button>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 8px;
      padding-top: 8px;
    }
  `,
})
export class HeldForm {
  readonly jobId = input.required<string>();
  readonly place = input.required<MachinePlace>();
  readonly held = output<Held>();
  protected readonly jumpers = [
    { label: 'none', value: 'none' },
    { label: 'master', value: 'master' },
    { label: 'slave', value: 'slave' },
    { label: 'cable select', value: 'cable-select' },
  ] as const;
  protected readonly isMemory = computed(() => this.place().kind === 'memory');
  protected readonly unit = computed(() =>
    this.isMemory() ? 'GiB' : isDrivePlace(this.place()) ? 'GB' : null,
  );
  protected readonly onCable = computed(() => {
    const place = this.place();
    return isDrivePlace(place) && isBay(place) && !place.connector.endsWith('sata');
  });
  protected readonly form = form(FieldsSchema, {
    draft: { of: () => `${this.jobId()}.${this.place().id}`, name: 'held' },
    empty: { label: '', size: null, megatransfers: null, serial: '', jumper: 'none' },
    send: ({ label, size, megatransfers, serial, jumper }) => {
      const memory = this.isMemory();
      this.held.emit({
        label,
        gb: this.unit() === 'GB' ? size : null,
        gib: memory ? size : null,
        megatransfers: memory ? megatransfers : null,
        serial: serial === '' ? null : serial,
        jumper: this.onCable() ? jumper : null,
      });
    },
  });

  constructor() {
    inject(Focus).to(inject<ElementRef<HTMLElement>>(ElementRef), '#held-label');
  }
}
