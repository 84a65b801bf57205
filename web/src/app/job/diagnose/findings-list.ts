import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { observationById, type DiagnosisKnowledge } from '@petrichor/core/diagnose';
import type { Seen } from '@petrichor/core/job';
import type { KeptFinding } from '@petrichor/core/job';
import { sayWhen } from '../../shell/promise';
import { Choice, type ChoiceOption } from '../../ui/choice';

export interface Changed {
  readonly observation: string;
  readonly seen: Seen;
  readonly detail: string;
}

/** Everything that is known, to be corrected and to be given its number. */
@Component({
  selector: 'p-findings-list',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .what {
      flex: 1;
      min-width: 0;
    }
    input {
      width: min(240px, 30vw);
      min-height: 42px;
      padding: 4px 10px;
      border: 1px solid var(--edge);
      background: var(--panel);
      color: var(--ink);
      font: inherit;
    }
    ul.lines > li {
      flex-wrap: wrap;
    }
  `,
  template: `
    <ul class="lines">
      @for (one of rows(); track one.observation) {
        <li>
          <span class="what"
            ><b [id]="'finding-' + one.observation">{{ one.say }}</b
            ><br /><span class="mu small">{{ one.said }}</span></span
          >
          <input
            type="text"
            maxlength="200"
            placeholder="number, or words"
            [attr.aria-label]="'Detail of: ' + one.say"
            [value]="one.detail"
            (change)="
              changed.emit({ observation: one.observation, seen: one.answer, detail: valueOf($event) })
            "
          />
          <p-choice
            [options]="answers"
            [value]="one.answer"
            (valueChange)="changed.emit({ observation: one.observation, seen: $event, detail: one.detail })"
            [labelledBy]="'finding-' + one.observation"
          />
        </li>
      } @empty {
        <li class="mu">Nothing yet. Add what the customer said first; it costs a minute.</li>
      }
    </ul>
  `,
})
export class FindingsList {
  readonly findings = input.required<readonly KeptFinding[]>();
  readonly edition = input.required<DiagnosisKnowledge>();
  readonly silent = input.required<readonly { readonly observation: string; readonly because: string }[]>();
  readonly changed = output<Changed>();
  protected readonly answers: readonly ChoiceOption<Seen>[] = [
    { label: 'seen', value: 'seen' },
    { label: 'not seen', value: 'not-seen' },
    { label: 'not looked', value: 'not-looked' },
  ];
  protected readonly rows = computed(() =>
    this.findings().map((one) => {
      const silent = this.silent().find((other) => other.observation === one.observation);
      const { name } = one.by;
      const answer: Seen = one.seen ? 'seen' : 'not-seen';
      return {
        ...one,
        answer,
        say: observationById(this.edition(), one.observation)?.say ?? one.observation,
        said: `${name}, ${sayWhen(one.at)}${silent ? `. Not counted: ${silent.because}` : ''}`,
      };
    }),
  );

  protected valueOf(event: Event): string {
    return (event.target as HTMLInputElement).value.trim();
  }
}
