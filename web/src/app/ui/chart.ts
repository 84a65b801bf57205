import { sure } from '@petrichor/core/units';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  CSP_NONCE,
  DestroyRef,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import type ApexCharts from 'apexcharts';
import type { ApexOptions } from 'apexcharts';
import { Night } from '../shell/night';

export interface ChartSeries {
  readonly name: string;
  readonly values: readonly (number | null)[];
}

/** Lines over readings or findings, by ApexCharts: fetched only when one is shown. */
@Component({
  selector: 'p-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #place role="img" [attr.aria-label]="words()"></div>
    @if (failed()) {
      <p class="mu">The chart could not be fetched; its numbers stand beside it.</p>
    }`,
  styles: `
    :host {
      display: block;
    }
  `,
})
export class Chart {
  readonly series = input.required<readonly ChartSeries[]>();
  readonly labels = input.required<readonly string[]>();
  /** The chart in words, for whoever does not see it. */
  readonly words = input.required<string>();
  readonly unit = input('');
  readonly most = input<number | null>(null);
  readonly height = input(220);
  private readonly nonce = inject(CSP_NONCE, { optional: true });
  private readonly night = inject(Night);
  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  protected readonly failed = signal(false);
  private chart: ApexCharts | null = null;
  private gone = false;

  constructor() {
    afterRenderEffect(() => {
      const options = this.options();
      if (this.failed()) return;
      if (this.chart) void this.chart.updateOptions(options, false, false);
      else void this.draw(options);
    });
    inject(DestroyRef).onDestroy(() => {
      this.gone = true;
      this.chart?.destroy();
    });
  }

  private async draw(options: ApexOptions): Promise<void> {
    try {
      const { default: Apex } = await import('apexcharts');
      if (this.gone || this.chart) return;
      this.chart = new Apex(this.place().nativeElement, options);
      await this.chart.render();
    } catch {
      // A chart that could not be drawn once is not drawn again: its numbers stand beside it.
      this.chart = null;
      this.failed.set(true);
    }
  }

  private options(): ApexOptions {
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    const dark = this.night.on();
    const text = { colors: colour('--muted'), fontSize: '13px', fontFamily: 'inherit' };
    return {
      chart: {
        type: 'line',
        height: this.height(),
        background: 'transparent',
        fontFamily: 'inherit',
        toolbar: { show: false },
        zoom: { enabled: false },
        animations: { enabled: false },
        ...(this.nonce ? { nonce: this.nonce } : {}),
      },
      theme: { mode: dark ? 'dark' : 'light' },
      series: this.series().map(({ name, values }) => ({ name, data: [...values] })),
      // Colour only repeats: every line has a dash and a marker of its own.
      colors: ['--ink', '--rain', '--tick', '--moss', '--clay', '--muted'].map(colour),
      stroke: { width: 2.5, curve: 'straight', dashArray: [0, 6, 2, 9, 4, 1] },
      markers: { size: 4, shape: ['circle', 'square', 'triangle', 'diamond', 'cross', 'plus'] },
      grid: { borderColor: colour('--line') },
      legend: { position: 'bottom', labels: { colors: colour('--ink') }, fontSize: '14px' },
      xaxis: {
        categories: [...this.labels()],
        labels: { style: text, trim: true, hideOverlappingLabels: true },
        tooltip: { enabled: false },
      },
      yaxis: {
        min: 0,
        ...(this.most() === null ? {} : { max: sure(this.most()) }),
        labels: {
          style: text,
          formatter: (value: number) =>
            `${(Math.round(value * (value < 10 ? 10 : 1)) / (value < 10 ? 10 : 1)).toLocaleString('en-GB')}${this.unit()}`,
        },
      },
      tooltip: { theme: dark ? 'dark' : 'light' },
    };
  }
}
