import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { isTriedNow, labelOfChange, lastRound, mainDrive, type JobState } from '@petrichor/core/job';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { ChangesShown } from '../shown/changes-shown';
import { ListingForm, type Listing } from '../listing-form';

/** Before all the screws go in: does firmware list the drive, at the right size? */
@Component({
  selector: 'p-try-section',
  imports: [ChangesShown, RouterLink, ListingForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  template: `
    <h1>Try it before you close it.</h1>
    @if (rounds(); as of) {
      <p class="lead">
        <b>Start {{ of.now }} of {{ of.all }}</b
        >: {{ of.tries }}. {{ of.now < of.all ? 'Then back in for the rest.' : '' }}
      </p>
      <p class="mu">{{ of.because }}</p>
    } @else {
      <p class="lead">What does not show now would have it opened again.</p>
    }
    <div class="columns">
      <section class="stack">
        @if (model(); as model) {
          <p>{{ model.tryBeforeClosing }}</p>
          <p><b>Into firmware:</b> {{ model.firmwareEntry }}</p>
        }
        <p class="caution">No metal tool inside while it has power. Fans and heatsinks: fingers off.</p>
      </section>
      <section class="stack">
        @if (drive(); as drive) {
          <h2>What firmware lists: {{ drive }}</h2>
          <p-listing-form
            data-gate="tried not-right"
            [found]="job().tried"
            [refusal]="refusal()"
            (told)="keep($event)"
          />
        }
        <p-changes-shown [job]="job()" when="start" [alone]="drive() === ''" />
        <p>
          <a [routerLink]="['/jobs', job().id]" [queryParams]="{ see: 'after-swap' }"
            >Something is new since the swap? Weigh it.</a
          >
        </p>
      </section>
    </div>
  `,
})
export class TrySection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly model = computed(
    () => this.models().find((one) => one.id === this.job().intake.modelId) ?? null,
  );
  /** The drive that the system goes to, where this start tries it. */
  protected readonly drive = computed(() => {
    const main = mainDrive(this.job());
    return main && isTriedNow(this.job(), main.change) ? (main.change.thing?.label ?? '') : '';
  });
  /** Which start this is, and what it tries; null: there is only one. */
  protected readonly rounds = computed(() => {
    const job = this.job();
    const all = lastRound(job.way);
    if (all < 2) return null;
    const tried = job.changes.filter((one) => isTriedNow(job, one)).map(labelOfChange);
    return {
      now: job.way?.round ?? 1,
      all,
      tries: tried.join(', '),
      because: job.way?.because.join(' ') ?? '',
    };
  });
  protected readonly refusal = signal('');

  protected keep(listing: Listing): void {
    this.refusal.set(this.desk.give(this.job(), { type: 'try-out', ...listing })?.sentence ?? '');
  }
}
