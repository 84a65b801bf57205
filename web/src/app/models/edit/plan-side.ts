import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { isDrivePlace } from '@petrichor/core/hardware';
import { planInputOf, sayTurns, type Plan, type SearchProgress } from '@petrichor/core/teardown';
import { sayMinutes } from '@petrichor/core/units';
import { StateMark } from '../../ui/state-mark';
import { Planner, type Planning } from '../../workers/planner';
import type { GuideDraft } from './guide-draft';

/** How long one may go on typing before the plan is made anew, ms. */
const PAUSE_MS = 250;

/** What the planner makes of the guide as it stands, and what is wrong with it. */
@Component({
  selector: 'p-plan-side',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>The way in, as written</h2>
    @if (planning(); as progress) {
      <p role="status">
        Planning: {{ progress.looked }} stands looked at; it costs {{ minutes(progress.lowerBound) }} or more.
        <button class="tgt" type="button" (click)="cancel()">Stop</button>
      </p>
    }
    @if (plan(); as plan) {
      <p>
        <b>{{ minutes(plan.minutes) }}</b>, {{ turns(plan) }}.
        {{ plan.optimal ? 'No order is cheaper.' : 'Within ' + gap(plan) + ' of the cheapest there can be.' }}
      </p>
      <ol>
        @for (step of order(); track step.id) {
          <li>
            <button class="link" type="button" (click)="draft().at.set(step.id)">
              {{ step.short || step.id }}
            </button>
            <span class="mu">{{ step.turn }}{{ step.tool ?? '' }}</span>
          </li>
        }
      </ol>
    }
    @if (fault(); as sentence) {
      <p class="fault" role="alert">{{ sentence }}</p>
    }
    <h2>To look at</h2>
    <ul class="warnings" aria-live="polite">
      @for (warning of draft().warnings(); track warning.sentence) {
        <li>
          <p-state-mark [mark]="warning.stops ? 'stop' : 'needs'" [size]="16" />
          <button class="link" type="button" (click)="draft().at.set(warning.operationIds[0] ?? null)">
            {{ warning.sentence }}
          </button>
        </li>
      } @empty {
        <li><p-state-mark mark="settled" [size]="16" /> Nothing: it can be walked in and out.</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      align-content: start;
    }
    h2 {
      margin-top: 6px;
      font: 650 17px/24px var(--f);
    }
    ol {
      padding-left: 24px;
      list-style: decimal;
    }
    li {
      min-height: 30px;
    }
    li .mu {
      margin-left: 8px;
    }
    .warnings li {
      display: grid;
      grid-template-columns: 20px 1fr;
      gap: 6px;
      align-items: start;
      padding: 4px 0;
    }
    .warnings button {
      text-align: left;
    }
  `,
})
export class PlanSide {
  readonly draft = input.required<GuideDraft>();
  private readonly planner = inject(Planner);
  protected readonly planning = signal<SearchProgress | null>(null);
  protected readonly plan = signal<Plan | null>(null);
  protected readonly fault = signal<string | null>(null);
  protected readonly minutes = sayMinutes;
  protected readonly turns = sayTurns;
  private running: Planning | null = null;
  /** What the plan depends on: typing a caution makes no new plan. */
  private readonly asked = computed(
    () => {
      const { guide, places } = this.draft().model();
      const reach = [...new Set(places.filter(isDrivePlace).flatMap((slot) => slot.reach))];
      const input = planInputOf({ guide }, reach);
      return {
        ...input,
        operations: input.operations.map(({ id, side, tool, minutes, after }) => ({
          id,
          side,
          tool,
          minutes,
          after,
        })),
      };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  protected readonly order = computed(() => {
    const byId = new Map(
      this.draft()
        .operations()
        .map((one) => [one.id, one]),
    );
    let lies: string | null = this.draft().model().guide.startSide;
    return (this.plan()?.order ?? []).flatMap((id) => {
      const one = byId.get(id);
      if (!one) return [];
      const turn = one.side !== null && one.side !== lies ? `turn: ${one.side.replaceAll('-', ' ')} ` : '';
      lies = one.side ?? lies;
      return [{ id, short: one.short, tool: one.tool, turn }];
    });
  });

  constructor() {
    effect((onCleanup) => {
      const input = this.asked();
      const timer = setTimeout(() => untracked(() => void this.make(input)), PAUSE_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  protected readonly gap = ({ cost, lowerBound }: Plan): string =>
    lowerBound > 0 ? `${Math.round((1000 * (cost - lowerBound)) / lowerBound) / 10} %` : 'an unknown part';

  protected cancel(): void {
    this.running?.cancel();
  }

  private async make(input: ReturnType<typeof this.asked>): Promise<void> {
    this.running?.cancel();
    const planning = (this.running = this.planner.plan(input, (progress) => this.planning.set(progress)));
    const found = await planning.result;
    if (this.running !== planning) return;
    this.planning.set(null);
    if (found === null) return this.fault.set('Planning was stopped. Change something, and it begins anew.');
    this.plan.set(found.ok ? found : null);
    // A guide that cannot be walked is said among the warnings, with its place.
    this.fault.set(null);
  }
}
