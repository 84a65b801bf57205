import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { DATA_PLANS, SafeguardSchema, sayPlan, settingItemId, type JobState, type Safeguard } from '@petrichor/core';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import { RadioButton } from 'primeng/radiobutton';
import { SelectButton } from 'primeng/selectbutton';
import { Textarea } from 'primeng/textarea';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { jobDraft } from '../../ui/draft';
import { StateMark } from '../../ui/state-mark';

const UNDECIDED = { plan: '', backup: 'none', backupWhere: '', recoveryKey: 'unknown', note: '' };

/** How the data is handled, decided before the machine is opened; and the settings that go on the tray for it. */
@Component({
  selector: 'p-safeguard-section',
  imports: [FormsModule, InputText, RadioButton, SelectButton, Textarea, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    .plan {
      display: flex;
      gap: 12px;
      align-items: center;
      min-height: 56px;
      cursor: pointer;
    }
  `,
  template: `
    <h1>{{ headline() }}</h1>
    <p class="lead">Must not be lost: {{ job().intake.mustNotLose }}</p>
    <div class="columns">
      <section>
        <h2 id="plan-label">How the data goes across</h2>
        <div class="lines" role="radiogroup" aria-labelledby="plan-label">
          @for (plan of plans; track plan.id) {
            <label class="plan" [for]="'plan-' + plan.id">
              <p-radiobutton
                name="plan"
                [inputId]="'plan-' + plan.id"
                [value]="plan.id"
                [ngModel]="form().plan"
                (ngModelChange)="set('plan', $event)"
              />
              <span
                ><b>{{ plan.say }}</b
                ><br /><span class="mu">{{ plan.what }}</span></span
              >
            </label>
          }
        </div>
        <div class="stack">
          <div class="field">
            <span class="label" id="backup-label">Backup on something else</span>
            <p-selectbutton
              [options]="backups"
              optionLabel="label"
              optionValue="value"
              [allowEmpty]="false"
              [ngModel]="form().backup"
              (ngModelChange)="set('backup', $event)"
              ariaLabelledBy="backup-label"
            />
          </div>
          <div class="field">
            <label for="where">Where the backup is</label>
            <input pInputText id="where" [ngModel]="form().backupWhere" (ngModelChange)="set('backupWhere', $event)" maxlength="120" />
          </div>
          <div class="field">
            <span class="label" id="key-label">Encryption and recovery key</span>
            <p-selectbutton
              [options]="recoveryKeys"
              optionLabel="label"
              optionValue="value"
              [allowEmpty]="false"
              [ngModel]="form().recoveryKey"
              (ngModelChange)="set('recoveryKey', $event)"
              ariaLabelledBy="key-label"
            />
          </div>
          <div class="field">
            <label for="safeguard-note">Note: programs, licences, a second system</label>
            <textarea
              pTextarea
              id="safeguard-note"
              rows="2"
              [ngModel]="form().note"
              (ngModelChange)="set('note', $event)"
              maxlength="1000"
            ></textarea>
          </div>
          <p class="fault" role="alert">{{ fault() }}</p>
          <div>
            <button class="tgt big" type="button" (click)="decide()">{{ job().safeguard ? 'Decide this instead' : 'Decide' }}</button>
          </div>
        </div>
      </section>
      <section>
        <h2>Settings off for the swap</h2>
        <p class="mu">What you turn off goes on the tray and is asked for in Set up.</p>
        <ul class="lines">
          @for (one of settings(); track one.id) {
            <li>
              <span
                ><b>{{ one.label }}</b
                ><br /><span class="mu small">{{ one.caution }}</span></span
              >
              @if (one.off) {
                <button class="tgt" type="button" (click)="turn(one.id, true)">
                  <p-state-mark mark="needs" [size]="16" /> Off. Turn on
                </button>
              } @else {
                <button class="tgt" type="button" (click)="turn(one.id, false)">I turned it off</button>
              }
            </li>
          } @empty {
            <li class="mu">The card of this model names none.</li>
          }
        </ul>
        <p class="caution">
          <b>Never start with both copies attached.</b> They carry the same identifiers; one of them may refuse to start afterwards.
        </p>
      </section>
    </div>
  `,
})
export class SafeguardSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly plans = DATA_PLANS;
  protected readonly backups = [
    { label: 'read back and right', value: 'verified' },
    { label: 'made', value: 'made' },
    { label: 'none', value: 'none' },
  ];
  protected readonly recoveryKeys = [
    { label: 'not encrypted', value: 'not-encrypted' },
    { label: 'customer has the key', value: 'customer-holds-it' },
    { label: 'nobody knows', value: 'unknown' },
  ];
  protected readonly form = jobDraft<Record<keyof Safeguard, string>>(
    () => this.job().id,
    'safeguard',
    () => {
      const decided = this.job().safeguard;
      if (!decided) return UNDECIDED;
      const { plan, backup, backupWhere, recoveryKey, note } = decided;
      return { plan, backup, backupWhere, recoveryKey, note };
    },
  );
  protected readonly fault = signal('');
  protected readonly headline = computed(() =>
    this.job().safeguard ? `${sayPlan(this.job().safeguard!.plan)}.` : 'How is the data kept safe?',
  );
  protected readonly settings = computed(() => {
    const off = new Set(this.job().tray.flatMap((item) => (item.out > 0 ? [item.id] : [])));
    return (this.models().find((one) => one.id === this.job().intake.modelId)?.settings ?? []).map((one) => ({
      ...one,
      off: off.has(settingItemId(one.id)),
    }));
  });

  protected set(field: keyof Safeguard, value: string): void {
    this.form.update((form) => ({ ...form, [field]: value }));
  }

  protected decide(): void {
    const read = SafeguardSchema.safeParse(this.form());
    if (!read.success) return this.fault.set(this.form().plan === '' ? 'Choose how the data goes across.' : read.error.issues[0]!.message);
    this.fault.set(this.desk.give(this.job(), { type: 'decide-safeguard', safeguard: read.data })?.sentence ?? '');
  }

  protected turn(settingId: string, on: boolean): void {
    this.fault.set(this.desk.give(this.job(), { type: on ? 'turn-on-setting' : 'turn-off-setting', settingId })?.sentence ?? '');
  }
}
