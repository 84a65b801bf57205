import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  COMEBACK_KINDS,
  commandFields,
  SAY_COMEBACK,
  type ComebackKind,
  type JobState,
} from '@petrichor/core/job';
import { firstValueFrom } from 'rxjs';
import { z } from 'zod';
import { Api } from '../../state/api';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectKnowledge } from '../../state/knowledge/knowledge.reducer';
import { type ChoiceOption } from '../../ui/choice';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { StateMark } from '../../ui/state-mark';

const ReasonSchema = commandFields('explain-comeback')
  .pick({ kind: true, words: true })
  .extend({ cause: z.string(), operationId: z.string() });

/** Why the machine came back: what is said here goes to the old job, to diagnosis and to the guide. */
@Component({
  selector: 'p-comeback-reason',
  imports: [FormField, RouterLink, SelectField, StateMark, TextField],
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
      <a [routerLink]="['/jobs', job().intake.comebackOf!.jobId, 'record']"
        >job {{ job().intake.comebackOf!.number }}</a
      >
    </h2>
    <form class="stack" data-gate="comeback" (submit)="form.send($event)" novalidate>
      <p-select-field
        label="It was"
        fieldId="comeback-kind"
        [options]="kinds"
        [formField]="form.fields.kind"
      />
      @if (form.typed().kind === 'same-fault') {
        <p-select-field
          label="What it had been the first time"
          fieldId="comeback-cause"
          [options]="causes()"
          [formField]="form.fields.cause"
        />
      }
      @if (steps().length > 1) {
        <p-select-field
          label="A step of the old way that the guide should say otherwise"
          fieldId="comeback-step"
          [options]="steps()"
          [formField]="form.fields.operationId"
        />
      }
      <p-text-field label="In a few words" fieldId="comeback-words" [formField]="form.fields.words" />
      <p><button class="tgt" type="submit">Keep why it came back</button></p>
    </form>
    <p class="fault" role="alert">{{ form.fault() }}</p>
    @if (job().comebackReason; as reason) {
      <p class="done">
        <p-state-mark mark="settled" [size]="16" /> {{ say[reason.kind] }}. {{ reason.words }} ({{
          reason.by.name
        }})
      </p>
    }
  `,
})
export class ComebackReasonPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly api = inject(Api);
  private readonly knowledge = inject(Store).selectSignal(selectKnowledge);
  protected readonly say = SAY_COMEBACK;
  protected readonly kinds: readonly ChoiceOption<ComebackKind>[] = COMEBACK_KINDS.map((value) => ({
    value,
    label: SAY_COMEBACK[value],
  }));
  protected readonly causes = computed(() =>
    this.knowledge()
      .diagnosis('before')
      .causes.map(({ id, say }) => ({ value: id, label: say })),
  );
  protected readonly form = form(ReasonSchema, {
    draft: { of: () => this.job().id, name: 'comeback' },
    empty: () => {
      const kept = this.job().comebackReason;
      const kind: ComebackKind = kept?.kind ?? 'our-work';
      return {
        kind,
        cause: kept?.causeIds[0] ?? '',
        operationId: kept?.operationId ?? '',
        words: kept?.words ?? '',
      };
    },
    send: ({ kind, cause, operationId, words }) =>
      this.desk.give(this.job(), {
        type: 'explain-comeback',
        kind,
        causeIds: kind === 'same-fault' && cause ? [cause] : [],
        words,
        operationId: operationId || null,
      }),
  });
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
    return [{ value: '', label: 'none' }, ...[...titles].map(([value, label]) => ({ value, label }))];
  });
}
