import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { stopHolds, type JobState } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { JobDesk } from '../../state/jobs/job-desk';
import { KnowledgeActions, selectKnowledge } from '../../state/knowledge/knowledge.reducer';
import { WeighBoard } from './board';
import { FindingsList, type Changed } from './findings-list';
import { StopBoard } from './stop-board';

/** Is it the drive, and how sure are we? A stop that holds takes the whole screen. */
@Component({
  selector: 'p-diagnose-section',
  imports: [WeighBoard, StopBoard, FindingsList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stopped()) {
      <div class="stopped">
        <p-stop-board [job]="job()" />
        <h2>What is known</h2>
        <p class="mu">
          No more findings are taken from this drive; every test would power it, and none could change what to
          do.
        </p>
        <p-findings-list
          [findings]="job().findings.before"
          [edition]="edition()"
          [silent]="[]"
          (changed)="change($event)"
        />
      </div>
    } @else {
      @if (decided(); as words) {
        <p class="decided">{{ words }}</p>
      }
      <p-weigh-board [job]="job()" about="before" />
      @if (job().phase === 'diagnose') {
        <p class="nothing">
          <button class="link" type="button" (click)="nothingBroken()">
            Nothing is broken: it is a wish
          </button>
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .stopped {
      padding: 20px;
    }
    h2 {
      font: 650 21px/28px var(--f);
    }
    .nothing {
      padding: 0 20px 16px;
    }
    .decided {
      padding: 10px 20px;
      border-left: 6px solid var(--ochre);
      background: var(--ochre-wash);
      font-size: 17px;
      line-height: 22px;
    }
  `,
})
export class DiagnoseSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly store = inject(Store);
  private readonly knowledge = this.store.selectSignal(selectKnowledge);
  protected readonly stopped = computed(() => stopHolds(this.job()) && this.job().phase === 'diagnose');
  protected readonly edition = computed(() => this.knowledge().diagnosis('before'));
  protected readonly decided = computed(() => {
    const { stop } = this.job();
    if (!stop) return '';
    if (stop.lifted) return `${stop.say} ${stop.lifted.owner} lifted the stop: “${stop.lifted.words}”`;
    if (stop.way === 'refer')
      return `${stop.say} It goes to a data recovery specialist: hand the machine back, with that as the reason.`;
    return stop.way === 'image-once'
      ? `${stop.say} It is imaged once onto a healthy drive, before anything else, and never repaired in place.`
      : '';
  });

  constructor() {
    // What other jobs have taught since this page was opened.
    this.store.dispatch(KnowledgeActions.wanted());
  }

  protected nothingBroken(): void {
    const { wishes } = this.job().intake;
    this.desk.give(this.job(), {
      type: 'state-wish',
      fault: false,
      wishes: wishes.length > 0 ? wishes : ['more-room'],
    });
  }

  protected change({ observation, seen, detail }: Changed): void {
    this.desk.give(this.job(), { type: 'observe', observation, seen, detail });
  }
}
