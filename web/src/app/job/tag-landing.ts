import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Api, faultOf } from '../state/api';

/** Where a scanned tag leads: to the job that it names. */
@Component({
  selector: 'p-tag-landing',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
      padding: 40px 20px;
    }
  `,
  template: `
    @if (fault(); as sentence) {
      <h1>That tag leads nowhere here.</h1>
      <p role="alert">{{ sentence }}</p>
      <a class="tgt" routerLink="/ledger">To the Ledger</a>
    } @else {
      <p aria-busy="true">Looking for job {{ number() }} …</p>
    }
  `,
})
export class TagLanding {
  readonly number = input.required<string>();
  readonly which = input<string>();
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly fault = signal('');

  constructor() {
    effect(() => {
      const number = Number(this.number());
      untracked(() => {
        if (!Number.isInteger(number)) return this.fault.set('There is no number on it that a job has.');
        this.api.jobOfNumber({ params: { number } }).subscribe({
          next: ({ jobId }) => void this.router.navigate(['/jobs', jobId], { replaceUrl: true }),
          error: (error: unknown) => this.fault.set(faultOf(error).sentence),
        });
      });
    });
  }
}
