import { ChangeDetectionStrategy, Component, computed, inject, input, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { COMEBACK_KINDS, SAY_COMEBACK, type ComebackKind, type JobState } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import { firstValueFrom } from 'rxjs';
import { Api } from '../../state/api';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectKnowledge } from '../../state/knowledge/knowledge.reducer';
import { StateMark } from '../../ui/state-mark';
import { jobDraft } from '../../ui/draft';

/** Why the machine came back: what is said here goes to the old job, to diagnosis and to the guide. */
@Component({
  selector: 'p-comeback-reason',
  imports: [FormsModule, RouterLink, InputText, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      display: grid;
      gap: 10px;
      padding: 0;
    }
  `,
  template: `
    <h2>
      Why it came back from
      <a [routerLink]="['/jobs', job().intake.comebackOf!.jobId, 'record']">job {{ job().intake.comebackOf!.number }}</a>
    </h2>
    <div data-gate="comeback">
      <div class="field">
        <label for="comeback-kind">It was</label>
        <select id="comeback-kind" [ngModel]="kind()" (ngModelChange)="kind.set($event)">
          @for (one of kinds; track one) {
            <option [value]="one">{{ say[one] }}</option>
          }
        </select>
      </div>
      @if (kind() === 'same-fault') {
        <div class="field">
          <label for="comeback-cause">What it had been the first time</label>
          <select id="comeback-cause" [ngModel]="cause()" (ngModelChange)="cause.set($event)">
            <option value="">choose</option>
            @for (one of causes(); track one.id) {
              <option [value]="one.id">{{ one.say }}</option>
            }
          </select>
        </div>
      }
      @if (steps().length > 0) {
        <div class="field">
          <label for="comeback-step">A step of the old way that the guide should say otherwise</label>
          <select id="comeback-step" [ngModel]="operation()" (ngModelChange)="operation.set($event)">
            <option value="">none</option>
            @for (one of steps(); track one.id) {
              <option [value]="one.id">{{ one.title }}</option>
            }
          </select>
        </div>
      }
      <div class="field">
        <label for="comeback-words">In a few words</label>
        <input pInputText id="comeback-words" [ngModel]="words()" (ngModelChange)="words.set($event)" maxlength="500" />
      </div>
      <p><button class="tgt" type="button" (click)="keep()">Keep why it came back</button></p>
    </div>
    <p class="fault" role="alert">{{ fault() }}</p>
    @if (job().comebackReason; as reason) {
      <p class="done"><p-state-mark mark="settled" [size]="16" /> {{ say[reason.kind] }}. {{ reason.words }} ({{ reason.by.name }})</p>
    }
  `,
})
export class ComebackReasonPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly api = inject(Api);
  private readonly knowledge = inject(Store).selectSignal(selectKnowledge);
  protected readonly kinds = COMEBACK_KINDS;
  protected readonly say = SAY_COMEBACK;
  protected readonly kind = signal<ComebackKind>('our-work');
  protected readonly cause = jobDraft(
    () => this.job().id,
    'comeback-cause',
    () => this.job().comebackReason?.causeIds[0] ?? '',
  );
  protected readonly operation = jobDraft(
    () => this.job().id,
    'comeback-operation',
    () => this.job().comebackReason?.operationId ?? '',
  );
  protected readonly words = jobDraft(
    () => this.job().id,
    'comeback-words',
    () => this.job().comebackReason?.words ?? '',
  );
  protected readonly fault = signal('');
  protected readonly causes = computed(() => this.knowledge().diagnosis('before').causes);
  // By itself, so that not every change of this job fetches the old one again.
  private readonly oldId = computed(() => this.job().intake.comebackOf?.jobId);
  private readonly old = resource({
    params: () => this.oldId(),
    loader: async ({ params }) => (await firstValueFrom(this.api.job({ params: { jobId: params } }))).job,
  });
  protected readonly steps = computed(() => {
    const steps = this.old.hasValue() ? (this.old.value()?.way?.steps ?? []) : [];
    // The guide says an operation once, whichever way it is walked.
    const titles = new Map<string, string>();
    for (const { operationId, title, leg } of steps)
      if (operationId !== null && leg !== 'swap' && !titles.has(operationId)) titles.set(operationId, title);
    return [...titles].map(([id, title]) => ({ id, title }));
  });

  protected keep(): void {
    const cause = this.cause();
    const refusal = this.desk.give(this.job(), {
      type: 'explain-comeback',
      kind: this.kind(),
      causeIds: this.kind() === 'same-fault' && cause ? [cause] : [],
      words: this.words().trim(),
      operationId: this.operation() || null,
    });
    this.fault.set(refusal?.sentence ?? '');
  }
}
