import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { SAY_COMEBACK } from '@petrichor/core/job';
import { figuresOf } from '@petrichor/core/ledger';
import { sayMinutes } from '@petrichor/core/units';
import { addDays, format, subDays } from 'date-fns';
import { firstValueFrom } from 'rxjs';
import { Keys } from '../shell/keys';
import { Api } from '../state/api';
import { Chart, type ChartSeries } from '../ui/chart';
import { TextField } from '../ui/field/text-field';
import { KeyBox } from '../ui/key-box';

/**
 * What the workshop's finished jobs add up to: turn-round, promises, minutes against plan, causes, comebacks,
 * what holds jobs up.
 */
@Component({
  selector: 'p-figures',
  imports: [RouterLink, Chart, KeyBox, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './figures.html',
  styleUrls: ['./records.css', './figures.css'],
})
export class FiguresScreen {
  private readonly api = inject(Api);
  protected readonly from = signal(format(subDays(new Date(), 90), 'yyyy-MM-dd'));
  protected readonly to = signal(format(addDays(new Date(), 1), 'yyyy-MM-dd'));
  protected readonly reply = resource({
    params: () => (this.from() && this.to() ? { from: this.from(), to: this.to() } : undefined),
    loader: ({ params }) => firstValueFrom(this.api.figures({ query: { from: params.from, to: params.to } })),
  });
  protected readonly figures = computed(() =>
    figuresOf(this.reply.hasValue() ? (this.reply.value()?.finished ?? []) : []),
  );
  protected readonly more = computed(() => (this.reply.hasValue() && this.reply.value()?.more) ?? false);
  protected readonly percent = (share: number): string => `${Math.round(share * 100)} %`;
  protected readonly minutes = sayMinutes;
  protected readonly days = (days: number): string =>
    days < 1 ? sayMinutes(days * 1440) : `${Math.round(days * 10) / 10} days`;
  protected readonly weeks = computed(
    (): {
      labels: string[];
      days: ChartSeries[];
      kept: ChartSeries[];
      daysWords: string;
      keptWords: string;
    } => {
      const { byWeek } = this.figures();
      const list = (say: (week: (typeof byWeek)[number]) => string) =>
        byWeek.map((week) => `${week.week}: ${say(week)}`).join('; ');
      return {
        labels: byWeek.map((one) => one.week),
        days: [{ name: 'Median days from counter to counter', values: byWeek.map((one) => one.medianDays) }],
        kept: [{ name: 'First promise kept, %', values: byWeek.map((one) => Math.round(one.kept * 100)) }],
        daysWords: `Median turn-round by week. ${list((week) => `${week.medianDays} days`)}`,
        keptWords: `First promise kept by week. ${list((week) => this.percent(week.kept))}`,
      };
    },
  );
  protected readonly comebacks = computed(() => {
    const { kinds, jobs } = this.figures().comebacks;
    const open = jobs - kinds.reduce((sum, one) => sum + one.jobs, 0);
    return [
      ...kinds.map((one) => `${SAY_COMEBACK[one.kind]}: ${one.jobs}`),
      ...(open > 0 ? [`not explained in this time: ${open}`] : []),
    ];
  });

  constructor() {
    const router = inject(Router);
    inject(Keys).bind({
      Escape: { say: 'Back to the Ledger', run: () => void router.navigate(['/ledger']) },
    });
  }

  protected off(planned: number, taken: number): string {
    if (planned <= 0) return '';
    const times = taken / planned;
    if (times >= 0.9 && times <= 1.1) return 'as planned';
    return times > 1
      ? `${Math.round((times - 1) * 100)} % longer`
      : `${Math.round((1 - times) * 100)} % shorter`;
  }
}
