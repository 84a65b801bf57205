import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { sayPlan, setUpItems, type JobState } from '@petrichor/core';
import { InputText } from 'primeng/inputtext';
import { JobDesk } from '../../state/jobs/job-desk';
import { StateMark } from '../../ui/state-mark';

/** Settings back off the tray, and the system in place, item by item. */
@Component({
  selector: 'p-set-up-section',
  imports: [FormsModule, InputText, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  template: `
    <h1>{{ left() === 0 ? 'Set up.' : left() === 1 ? 'One thing left to set up.' : left() + ' things left to set up.' }}</h1>
    <p class="lead">{{ plan() }}. Must not be lost: {{ job().intake.mustNotLose }}</p>
    <div class="columns">
      <section>
        <h2>System in place</h2>
        <ul class="lines">
          @for (item of items(); track item.id) {
            <li>
              <span class="done">
                <p-state-mark [mark]="item.done ? 'settled' : 'needs'" [size]="16" />
                <span
                  ><b>{{ item.say }}</b>
                  @if (item.note) {
                    <br /><span class="mu">Not needed: {{ item.note }}</span>
                  }
                </span>
              </span>
              @if (item.done) {
                <button class="tgt" type="button" (click)="check(item.id, 'open', '')">Open again</button>
              } @else {
                <span class="row">
                  <button class="tgt" type="button" (click)="check(item.id, 'done', '')">Done</button>
                  <button class="tgt" type="button" (click)="asking.set(item.id)">Not needed</button>
                </span>
              }
            </li>
            @if (asking() === item.id) {
              <li>
                <div class="field">
                  <label for="why">Why it is not needed</label>
                  <input
                    pInputText
                    id="why"
                    [ngModel]="why()"
                    (ngModelChange)="why.set($event)"
                    (keydown.enter)="check(item.id, 'not-needed', why())"
                    maxlength="300"
                  />
                </div>
                <button class="tgt" type="button" (click)="check(item.id, 'not-needed', why())">Keep the reason</button>
              </li>
            }
          }
        </ul>
        <p class="fault" role="alert">{{ fault() }}</p>
      </section>
      <section>
        <h2>Settings back</h2>
        <ul class="lines">
          @for (item of settings(); track item.id) {
            <li>
              <span class="done"
                ><p-state-mark [mark]="item.out > 0 ? 'needs' : 'settled'" [size]="16" /><b>{{ item.label }}</b></span
              >
              @if (item.out > 0) {
                <button class="tgt" type="button" (click)="turnOn(item.id)">Back on</button>
              } @else {
                <span>back on</span>
              }
            </li>
          } @empty {
            <li class="mu">None was turned off.</li>
          }
        </ul>
        <p class="mu">
          The first start after the battery was off may be late, the clock wrong: firmware has lost its settings and asks once.
        </p>
      </section>
    </div>
  `,
})
export class SetUpSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly asking = signal<string | null>(null);
  protected readonly why = signal('');
  protected readonly fault = signal('');
  protected readonly plan = computed(() => (this.job().safeguard ? sayPlan(this.job().safeguard!.plan) : 'No plan for the data'));
  protected readonly items = computed(() =>
    setUpItems(this.job()).map((item) => ({
      ...item,
      done: this.job().setUp[item.id] !== undefined,
      note: this.job().setUp[item.id]?.outcome === 'not-needed' ? this.job().setUp[item.id]!.note : '',
    })),
  );
  protected readonly settings = computed(() => this.job().tray.filter((item) => item.kind === 'setting'));
  protected readonly left = computed(
    () => this.items().filter((item) => !item.done).length + this.settings().filter((item) => item.out > 0).length,
  );

  protected check(itemId: string, outcome: 'done' | 'not-needed' | 'open', note: string): void {
    const refusal = this.desk.give(this.job(), { type: 'check-set-up', itemId, outcome, note });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.asking.set(null);
    this.why.set('');
  }

  protected turnOn(itemId: string): void {
    this.fault.set(this.desk.give(this.job(), { type: 'turn-on-setting', settingId: itemId.replace('setting/', '') })?.sentence ?? '');
  }
}
