import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { SAY_OUTCOME, wholeSerial } from '@petrichor/core/ledger';
import { format } from 'date-fns';
import { firstValueFrom } from 'rxjs';
import { Keys } from '../shell/keys';
import { Api } from '../state/api';
import { KeyBox } from '../ui/key-box';
import { LifeOfJob } from './life-of-job';

/** Every job of one machine, or of one drive, by its serial: what was done, and what went in or out. */
@Component({
  selector: 'p-history',
  imports: [RouterLink, KeyBox, LifeOfJob],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './records.css',
  styles: `
    .what {
      display: grid;
      gap: 2px;
      padding: 10px 0;
      border-top: 1px solid var(--line);
    }
  `,
  template: `
    <header>
      <a class="back" routerLink="/ledger">Ledger <p-key name="Esc" /></a>
      <h1>
        History of <span class="m">{{ serial() }}</span>
      </h1>
    </header>
    <main>
      @if (rows.isLoading()) {
        <p class="mu" aria-busy="true">Looking through the record …</p>
      }
      @if (rows.error()) {
        <p class="fault" role="alert">The history cannot be fetched now. Try again when you are connected.</p>
      }
      <ol>
        @for (row of told(); track row.id) {
          <li class="what">
            <span
              ><a [routerLink]="['/jobs', row.id]"
                >Job <b class="m">{{ row.number }}</b></a
              >, {{ row.when }}: {{ row.role }}</span
            >
            <span class="mu">{{ row.says }}</span>
            @if (row.isMachine) {
              <p-life-of-job [jobId]="row.id" />
            }
          </li>
        } @empty {
          @if (!rows.isLoading()) {
            <li>No job here has to do with that serial.</li>
          }
        }
      </ol>
    </main>
  `,
})
export class HistoryScreen {
  readonly serial = input.required<string>();
  private readonly api = inject(Api);
  protected readonly rows = resource({
    params: () => this.serial(),
    loader: async ({ params }) =>
      (await firstValueFrom(this.api.history({ params: { serial: params } }))).rows,
  });
  protected readonly told = computed(() => {
    const own = wholeSerial(this.serial());
    return (this.rows.hasValue() ? this.rows.value() : []).map((row) => ({
      id: row.id,
      number: row.number,
      isMachine: wholeSerial(row.serial) === own,
      when: format(new Date(row.openedAt), 'd MMM yyyy'),
      role:
        wholeSerial(row.serial) === own
          ? `${row.modelName} of ${row.customer}: ${SAY_OUTCOME[row.outcome]}`
          : wholeSerial(row.newSerial) === own
            ? `fitted as ${row.newDrive} in ${row.modelName}, ${row.serial}`
            : `taken out of ${row.modelName}, ${row.serial}`,
      says: [row.complaint, row.cause, row.newDrive && `${row.newDrive}, ${row.newSerial}`]
        .filter(Boolean)
        .join(' · '),
    }));
  });

  constructor() {
    const router = inject(Router);
    inject(Keys).bind({
      Escape: { say: 'Back to the Ledger', run: () => void router.navigate(['/ledger']) },
    });
  }
}
