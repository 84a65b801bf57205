import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  model,
  signal,
} from '@angular/core';
import { sayScrew } from '@petrichor/core/hardware';
import { countOpen, screwsExpected, type JobState } from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import { ScrewGlyph } from '../../drawing/screw-glyph';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { StateMark } from '../../ui/state-mark';

/** Counts the screws on the mat, kind by kind, and says where one that is left over or missing belongs. */
@Component({
  selector: 'p-count-drawer',
  imports: [Drawer, HoldsFocus, ScrewGlyph, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="Count the screws"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      @if (open()) {
        <p>
          What lies on the mat now, each kind by itself. Captive screws stay in their part and are not
          counted.
        </p>
        <ul>
          @for (kind of kinds(); track kind.key) {
            <li>
              <p-screw [screw]="kind.screw" [times]="3" />
              <div>
                <b class="m">{{ kind.say }}</b>
                @if (told()) {
                  <span [class.off]="kind.counted !== kind.expected">by the steps: {{ kind.expected }}</span>
                }
              </div>
              <div class="stepper" role="group" [attr.aria-label]="'How many ' + kind.say">
                <button
                  class="tgt"
                  type="button"
                  [attr.aria-label]="'One less ' + kind.say"
                  (click)="change(kind.key, -1)"
                >
                  −
                </button>
                <input
                  class="m"
                  inputmode="numeric"
                  maxlength="3"
                  autocomplete="off"
                  [attr.aria-label]="kind.say + ', how many lie here'"
                  [value]="kind.counted ?? ''"
                  (input)="type(kind.key, $event)"
                  (keydown.enter)="count()"
                />
                <button
                  class="tgt"
                  type="button"
                  [attr.aria-label]="'One more ' + kind.say"
                  (click)="change(kind.key, 1)"
                >
                  +
                </button>
              </div>
            </li>
          } @empty {
            <li>No loose screws on this job.</li>
          }
        </ul>
        <button class="go big" type="button" (click)="count()">That is what lies here</button>
        <p class="fault" role="alert">{{ fault() }}</p>
        <div role="status">
          @if (told()) {
            @for (sentence of found(); track sentence) {
              <p class="told"><p-state-mark mark="stop" [size]="16" /> {{ sentence }}</p>
            } @empty {
              <p class="told">
                <p-state-mark mark="settled" [size]="16" /> It adds up: nothing left over, nothing missing.
              </p>
            }
          }
        </div>
      }
    </p-drawer>
  `,
  styles: `
    ul {
      display: grid;
      gap: 8px;
      margin: 12px 0 16px;
    }
    li {
      display: grid;
      grid-template-columns: 100px 1fr auto;
      gap: 10px;
      align-items: center;
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    li div {
      display: grid;
    }
    .stepper {
      grid-template-columns: 48px 44px 48px;
      align-items: center;
      text-align: center;
    }
    input {
      width: 44px;
      height: 44px;
      border: 1px solid var(--line-strong);
      border-radius: 4px;
      background: var(--panel);
      color: inherit;
      font-size: 22px;
      text-align: center;
    }
    .off {
      color: var(--ochre-ink);
      font-weight: 700;
    }
    .told {
      margin-top: 12px;
      font-size: 17px;
      line-height: 23px;
    }
  `,
})
export class CountDrawer {
  readonly job = input.required<JobState>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  private readonly expected = computed(() => screwsExpected(this.job()));
  /** Empty whenever the drawer opens: what the steps say is shown once somebody has counted without it. */
  private readonly counts = linkedSignal<boolean, Record<string, number | null>>({
    source: this.open,
    computation: () => ({}),
  });
  protected readonly told = linkedSignal<boolean, boolean>({ source: this.open, computation: () => false });
  protected readonly fault = signal('');
  protected readonly kinds = computed(() =>
    this.expected().map((kind) => ({
      ...kind,
      say: sayScrew(kind.screw),
      counted: this.counts()[kind.key] ?? null,
    })),
  );
  protected readonly found = computed(() => countOpen(this.job()));

  protected change(key: string, by: number): void {
    const now = this.kinds().find((kind) => kind.key === key)?.counted ?? 0;
    // The first press on less says: none lies here.
    this.set(key, Math.max(0, now + by));
  }

  /** What is no number is not counted. */
  protected type(key: string, { target }: Event): void {
    const text = target instanceof HTMLInputElement ? target.value.trim() : '';
    this.set(key, /^\d+$/.test(text) ? Number(text) : null);
  }

  private set(key: string, count: number | null): void {
    this.counts.update((counts) => ({ ...counts, [key]: count }));
    this.fault.set('');
    this.told.set(false);
  }

  protected count(): void {
    const uncounted = this.kinds().find((kind) => kind.counted === null);
    if (uncounted) return this.fault.set(`Count ${uncounted.say} first; where none lies here, type 0.`);
    const counts = this.kinds().map(({ key, counted }) => ({ key, counted: counted ?? 0 }));
    const refusal = this.desk.give(this.job(), { type: 'count-screws', counts });
    this.fault.set(refusal?.sentence ?? '');
    this.told.set(refusal === null);
  }
}
