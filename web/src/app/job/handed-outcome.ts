import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { SAY_PHASE, type Phase } from '@petrichor/core/job';
import { StateMark } from '../ui/state-mark';
import { JobDocuments } from './job-documents';

/** What came of the documents that were handed in here, each by its name where there were several. */
@Component({
  selector: 'p-handed-outcome',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.none]': 'nothing()' },
  template: `
    <div class="said">
      <div role="alert">
        @for (one of not(); track $index) {
          <p class="fault">
            <p-state-mark mark="stop" [size]="16" />
            <span>
              @if (several()) {
                <b>{{ one.name }}</b>
              }
              {{ one.sentence }}
            </span>
          </p>
        }
      </div>
      <div role="status">
        @for (one of taken(); track $index) {
          <p>
            <p-state-mark mark="settled" [size]="16" />
            <span>
              @if (several()) {
                <b>{{ one.name }}</b>
              }
              {{ one.sentence }}
              @if (one.stands) {
                It stands under {{ one.stands }}.
              }
            </span>
          </p>
        }
        @if (reading()) {
          <p class="mu">Reading ...</p>
        }
      </div>
    </div>
    @if (not().length + taken().length > 0) {
      <button class="link" type="button" (click)="documents.clear()">I have read it</button>
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 8px 24px;
      align-items: baseline;
    }
    :host(.none.none) {
      padding: 0;
      border: 0;
    }
    p {
      display: flex;
      gap: 8px;
      align-items: baseline;
      margin: 2px 0;
    }
  `,
})
export class HandedOutcome {
  /** Where they were handed in. */
  readonly place = input.required<string>();
  /** The part that is looked at here: what stands elsewhere is said to. */
  readonly seen = input<Phase | null>(null);
  protected readonly documents = inject(JobDocuments);
  private readonly here = computed(() => {
    const { place, all } = this.documents.outcome();
    return place === this.place() ? all : [];
  });
  protected readonly several = computed(() => this.here().length > 1);
  protected readonly not = computed(() => this.here().filter(({ taken }) => !taken));
  protected readonly taken = computed(() =>
    this.here()
      .filter(({ taken }) => taken)
      .map((one) => ({ ...one, stands: one.at !== null && one.at !== this.seen() ? SAY_PHASE[one.at] : '' })),
  );
  protected readonly reading = computed(
    () => this.documents.reading() && this.documents.outcome().place === this.place(),
  );
  protected readonly nothing = computed(() => this.here().length === 0 && !this.reading());
}
