import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { mainDrive, type JobState } from '@petrichor/core/job';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { ListingForm, type Listing } from '../listing-form';

/** Before all the screws go in: does firmware list the drive, at the right size? */
@Component({
  selector: 'p-try-section',
  imports: [RouterLink, ListingForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  template: `
    <h1>Try it before you close it.</h1>
    <p class="lead">
      The cover only rests on. If the drive is not there now, ten screws need not come out again.
    </p>
    <div class="columns">
      <section class="stack">
        @if (model(); as model) {
          <p>{{ model.tryBeforeClosing }}</p>
          <p><b>Into firmware:</b> {{ model.firmwareEntry }}</p>
        }
        <p class="caution">No metal tool inside while it has power. Fans and heatsinks: fingers off.</p>
      </section>
      <section class="stack">
        <h2>What firmware lists: {{ drive() }}</h2>
        <p-listing-form
          data-gate="tried not-right"
          [found]="job().tried"
          [refusal]="refusal()"
          (told)="keep($event)"
        />
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
  protected readonly drive = computed(() => mainDrive(this.job())?.change.thing?.label ?? '');
  protected readonly refusal = signal('');

  protected keep(listing: Listing): void {
    this.refusal.set(this.desk.give(this.job(), { type: 'try-out', ...listing })?.sentence ?? '');
  }
}
