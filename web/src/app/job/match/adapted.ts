import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';
import { drawTemplate, sheetSvg, templateFaults, type Template, type TemplateHole } from '@petrichor/core/fit';
import type { Slot } from '@petrichor/core/hardware';
import type { JobState } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectAccount } from '../../state/session/session.reducer';
import { Choice } from '../../ui/choice';
import { NumberField } from '../../ui/number-field';
import { saveFile } from '../../ui/save-file';
import { savePdf } from '../../ui/save-pdf';

const EMPTY_HOLE: TemplateHole = { xMm: 5, yMm: 5, pilotMm: 1.5, fullMm: 2.2, what: '' };

/** A plate or spreader made here: measured, drawn to scale for drilling, counted in every sum, approved by a lead. */
@Component({
  selector: 'p-match-adapted',
  imports: [Choice, NumberField],
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
  protected readonly label = signal('');
  protected readonly thickness = signal<number | null>(null);
  protected readonly tool = signal<'callipers' | 'ruler'>('callipers');
  protected readonly tools = [
    { label: 'callipers ±0.05', value: 'callipers' },
    { label: 'ruler ±0.5', value: 'ruler' },
  ] as const;
  protected readonly length = signal<number | null>(70);
  protected readonly width = signal<number | null>(20);
  protected readonly holes = signal<readonly TemplateHole[]>([]);
  protected readonly fault = signal('');
  protected readonly template = computed((): Template | null => {
    const [lengthMm, widthMm] = [this.length(), this.width()];
    return lengthMm === null || widthMm === null ? null : { lengthMm, widthMm, holes: [...this.holes()] };
  });
  /** The one being typed, or what the job has. */
  protected readonly shown = computed(() => this.job().adapted?.template ?? this.template());
  protected readonly faults = computed(() => {
    const template = this.template();
    return template ? templateFaults(template) : [];
  });
  private readonly sheet = computed(() => {
    const template = this.shown();
    return template && drawTemplate(template, `Job ${this.job().number}: ${this.job().adapted?.label ?? (this.label() || 'adapted part')}`);
  });
  // Drawn by the core from numbers, its texts escaped there.
  protected readonly picture = computed(() => {
    const sheet = this.sheet();
    return sheet && this.sanitizer.bypassSecurityTrustHtml(sheetSvg(sheet));
  });

  protected addHole(): void {
    this.holes.update((holes) => [...holes, EMPTY_HOLE]);
  }
  protected dropHole(at: number): void {
    this.holes.update((holes) => holes.filter((_, index) => index !== at));
  }
  protected setHole(at: number, key: 'xMm' | 'yMm' | 'pilotMm' | 'fullMm', value: number | null): void {
    if (value !== null) this.holes.update((holes) => holes.map((hole, index) => (index === at ? { ...hole, [key]: value } : hole)));
  }

  protected keep(): void {
    const [slot, template, thicknessMm] = [this.slot(), this.template(), this.thickness()];
    if (!slot || !template) return this.fault.set('Type the length and width in mm.');
    if (thicknessMm === null) return this.fault.set('Type the thickness in mm: it counts in the height and under the screw.');
    if (this.faults().length > 0) return this.fault.set(this.faults()[0]!);
    const command = { type: 'adapt', slotId: slot.id, label: this.label(), thicknessMm, with: this.tool(), template } as const;
    this.fault.set(this.desk.give(this.job(), command)?.sentence ?? '');
  }

  protected approve(approved: boolean): void {
    this.fault.set(this.desk.give(this.job(), { type: 'approve-adapted', approved, note: '' })?.sentence ?? '');
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
