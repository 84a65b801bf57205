import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Keys } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectWorkshopName } from '../../state/session/session.reducer';
import { KeyBox } from '../../ui/key-box';
import { Wordmark } from '../../ui/wordmark';

/**
 * A page of a job to be printed as it stands: the way back, the head with number and day, and what stands on
 * it.
 */
@Component({
  selector: 'p-printed-page',
  imports: [RouterLink, KeyBox, Wordmark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      min-height: 100%;
      padding: 16px 20px 48px;
    }
    .acts {
      display: flex;
      justify-content: space-between;
      flex-wrap: wrap;
      align-items: center;
      gap: 12px;
      max-width: 800px;
      margin: 0 auto 16px;
    }
    .acts span {
      flex: 1;
      display: flex;
      gap: 12px;
      align-items: center;
    }
    article,
    .wait {
      max-width: 800px;
      margin: 0 auto;
      padding: 32px 48px;
      background: var(--panel);
      border-top: 2px solid var(--ink);
    }
    header {
      display: flex;
      justify-content: space-between;
      gap: 24px;
    }
    header p {
      text-align: right;
    }
    header .m {
      font-size: 28px;
      line-height: 32px;
    }
    @media (max-width: 640px) {
      article {
        padding: 20px;
      }
    }
    @media print {
      :host {
        padding: 0;
      }
      .acts {
        display: none;
      }
      article {
        padding: 0;
        border: 0;
        max-width: none;
        background: #fff;
        color: #000;
      }
    }
  `,
  template: `
    <div class="acts">
      <a class="tgt" [routerLink]="['/jobs', jobId()]">Back to the job <p-key name="Esc" /></a>
      <span><ng-content select="[act]" /></span>
      <button class="go" type="button" (click)="print()">Print this page <p-key name="P" /></button>
    </div>
    <p class="fault acts" role="alert">{{ fault() }}</p>
    @if (head(); as head) {
      <article>
        <header>
          <p-wordmark [word]="workshop()" />
          <p>
            <b class="m">{{ head.number }}</b><br />{{ head.day }}
          </p>
        </header>
        <ng-content />
      </article>
    } @else if (failed(); as sentence) {
      <p class="wait" role="alert">{{ sentence }}</p>
    } @else {
      <p class="wait" aria-busy="true">Fetching the job …</p>
    }
  `,
})
export class PrintedPage {
  readonly jobId = input.required<string>();
  /** The day on its head; null: the job is not there yet. */
  readonly day = input.required<string | null>();
  /** What went wrong with what else may be done with the page. */
  readonly fault = input('');
  private readonly desk = inject(JobDesk);
  private readonly router = inject(Router);
  private readonly open = this.desk.open(this.jobId);
  protected readonly head = computed(() => {
    const [job, day] = [this.open()?.shown, this.day()];
    return job && day !== null ? { number: job.number, day } : null;
  });
  protected readonly failed = computed(() => (this.open()?.shown ? null : this.open()?.failed));
  protected readonly workshop = inject(Store).selectSignal(selectWorkshopName);

  constructor() {
    effect(() => {
      const id = this.jobId();
      untracked(() => this.desk.fetch(id));
    });
    inject(Keys).bind({
      Escape: { say: 'Back to the job', run: () => void this.router.navigate(['/jobs', this.jobId()]) },
      P: { say: 'Print', run: () => this.print() },
    });
  }

  protected print(): void {
    window.print();
  }
}
