import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { DomSanitizer } from '@angular/platform-browser';
import { Store } from '@ngrx/store';
import {
  drawTemplate,
  sheetSvg,
  templateFaults,
  type Template,
  type TemplateHole,
} from '@petrichor/core/fit';
import type { Slot } from '@petrichor/core/hardware';
import { commandFields, type JobState } from '@petrichor/core/job';
import { z } from 'zod';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectAccount } from '../../state/session/session.reducer';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { saveFile } from '../../ui/save-file';
import { savePdf } from '../../ui/save-pdf';

const EMPTY_HOLE: TemplateHole = { xMm: 5, yMm: 5, pilotMm: 1.5, fullMm: 2.2, what: '' };

const PlateSchema = commandFields('adapt')
  .pick({ label: true, with: true })
  .extend({
    lengthMm: z.number('Type the length in mm.'),
    widthMm: z.number('Type the width in mm.'),
    thicknessMm: z.number('Type the thickness in mm: it counts in the height and under the screw.'),
    holes: z.array(z.custom<TemplateHole>()),
  });

/**
 * A plate or spreader made here: measured, drawn to scale for drilling, counted in every sum, approved by a
 * lead.
 */
@Component({
  selector: 'p-match-adapted',
  imports: [FormField, ChoiceField, NumberField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './adapted.html',
  styleUrl: './adapted.css',
})
export class MatchAdapted {
  readonly job = input.required<JobState>();
  readonly slot = input.required<Slot | null>();
  private readonly desk = inject(JobDesk);
  private readonly sanitizer = inject(DomSanitizer);
  private readonly account = inject(Store).selectSignal(selectAccount);
  protected readonly lead = computed(() => this.account()?.roles.includes('lead') ?? false);
  protected readonly tools = [
    { label: 'callipers ±0.05', value: 'callipers' },
    { label: 'ruler ±0.5', value: 'ruler' },
  ] as const;
  protected readonly fault = signal('');
  protected readonly form = form(PlateSchema, {
    draft: { of: () => this.job().id, name: 'adapted' },
    empty: {
      label: '',
      lengthMm: 70,
      widthMm: 20,
      thicknessMm: null,
      with: 'callipers',
      holes: [],
    },
    send: ({ label, thicknessMm, with: tool }) => {
      const [slot, template] = [this.slot(), this.template()];
      if (!slot || !template) return { sentence: 'Choose the slot it is for.' };
      if (this.faults().length > 0) return { sentence: sure(this.faults()[0]) };
      return this.desk.give(this.job(), {
        type: 'adapt',
        slotId: slot.id,
        label,
        thicknessMm,
        with: tool,
        template,
      });
    },
  });
  protected readonly holes = computed(() => this.form.typed().holes);
  protected readonly template = computed((): Template | null => {
    const { lengthMm, widthMm, holes } = this.form.typed();
    return lengthMm === null || widthMm === null ? null : { lengthMm, widthMm, holes: [...holes] };
  });
  /** The one being typed, or what the job has. */
  protected readonly shown = computed(() => this.job().adapted?.template ?? this.template());
  protected readonly faults = computed(() => {
    const template = this.template();
    return template ? templateFaults(template) : [];
  });
  private readonly sheet = computed(() => {
    const template = this.shown();
    return (
      template &&
      drawTemplate(
        template,
        `Job ${this.job().number}: ${this.job().adapted?.label ?? (this.form.typed().label || 'adapted part')}`,
      )
    );
  });
  // Drawn by the core from numbers, its texts escaped there.
  protected readonly picture = computed(() => {
    const sheet = this.sheet();
    return sheet && this.sanitizer.bypassSecurityTrustHtml(sheetSvg(sheet));
  });

  protected addHole(): void {
    this.setHoles([...this.holes(), EMPTY_HOLE]);
  }
  protected dropHole(at: number): void {
    this.setHoles(this.holes().filter((_, index) => index !== at));
  }
  protected setHole(at: number, key: 'xMm' | 'yMm' | 'pilotMm' | 'fullMm', value: number | null): void {
    if (value !== null)
      this.setHoles(this.holes().map((hole, index) => (index === at ? { ...hole, [key]: value } : hole)));
  }

  private setHoles(holes: readonly TemplateHole[]): void {
    this.form.patch({ holes });
  }

  protected approve(approved: boolean): void {
    this.fault.set(
      this.desk.give(this.job(), { type: 'approve-adapted', approved, note: '' })?.sentence ?? '',
    );
  }

  protected saveSvg(): void {
    const sheet = this.sheet();
    if (sheet) saveFile(`job-${this.job().number}-template.svg`, 'image/svg+xml', sheetSvg(sheet));
  }

  protected async savePdf(): Promise<void> {
    const sheet = this.sheet();
    if (!sheet) return;
    this.fault.set(await savePdf(`job-${this.job().number}-template.pdf`, () => [sheet]));
  }
}
