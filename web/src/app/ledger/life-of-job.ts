import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import { lifeOf } from '@petrichor/core/job';
import { firstValueFrom } from 'rxjs';
import { sayMoment } from '../shell/promise';
import { Api } from '../state/api';
import { Photo } from '../ui/photo';

/** What one job added to the life of its machine: every change, reading and photo, in order. */
@Component({
  selector: 'p-life-of-job',
  imports: [Photo],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol>
      @for (line of lines(); track $index) {
        <li>
          <span class="m mu small">{{ line.when }}</span>
          <span
            >{{ line.say }} <span class="mu small">{{ line.by }}</span>
            @if (line.photos.length > 0) {
              <span class="photos">
                @for (hash of line.photos; track hash) {
                  <p-photo [hash]="hash" [words]="'Photo ' + ($index + 1)" />
                }
              </span>
            }
          </span>
        </li>
      } @empty {
        @if (job.hasValue()) {
          <li class="mu">Nothing was changed, read or photographed.</li>
        }
      }
    </ol>
    @if (job.error()) {
      <p class="fault" role="alert">What was done cannot be fetched now.</p>
    }
  `,
  styles: `
    ol {
      padding-left: 14px;
      border-left: 3px solid var(--s4);
    }
    li {
      display: grid;
      grid-template-columns: 160px minmax(0, 1fr);
      gap: 12px;
      padding: 3px 0;
    }
    .photos {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      padding-top: 4px;
    }
    @media (max-width: 640px) {
      li {
        grid-template-columns: 1fr;
        gap: 0;
      }
    }
  `,
})
export class LifeOfJob {
  readonly jobId = input.required<string>();
  private readonly api = inject(Api);
  protected readonly job = resource({
    params: () => this.jobId(),
    loader: async ({ params }) => (await firstValueFrom(this.api.job({ params: { jobId: params } }))).job,
  });
  protected readonly lines = computed(() =>
    (this.job.hasValue() ? lifeOf(this.job.value()) : []).map((line) => ({
      ...line,
      when: sayMoment(line.at),
    })),
  );
}
