import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import {
  FATES,
  isHere,
  hadOldDrive,
  isUnfitToStay,
  mediumKnown,
  stillOut,
  sayCustody,
  type JobCommand,
  type JobState,
  type OldDriveFate,
} from '@petrichor/core/job';
import { methodsFor, SANITISE_MEDIA, type SanitiseMethod } from '@petrichor/core/move';
import { InputText } from 'primeng/inputtext';
import { RadioButton } from 'primeng/radiobutton';
import { Select } from 'primeng/select';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { jobDraft } from '../../ui/draft';
import { StateMark } from '../../ui/state-mark';

const LEVEL_WORDS = { clear: 'Clear', purge: 'Purge', destroy: 'Destroy' } as const;

/** The old drive's custody: with the customer, kept until a date, or sanitised by a method fit for its medium. */
@Component({
  selector: 'p-custody-panel',
  imports: [FormsModule, RouterLink, InputText, RadioButton, Select, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    h2 {
      font: 650 21px/28px var(--f);
      margin: 8px 0;
    }
    .fate {
      display: flex;
      gap: 12px;
      align-items: center;
      min-height: 47px;
    }
    .record > li {
      display: flex;
      gap: 10px;
      align-items: baseline;
      padding: 4px 0;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
    p-select {
      width: 100%;
    }
  `,
  template: `
    <h2 id="fate-label">Where the old drive goes</h2>
    @if (job().custody.length > 0) {
      <ul class="record">
        @for (one of job().custody; track one.at) {
          <li>
            <p-state-mark mark="settled" [size]="16" /><span
              >{{ say(one) }} <span class="mu">{{ one.by.name }}, {{ when(one.at) }}</span></span
            >
          </li>
        }
      </ul>
    }
    @if (open()) {
      <div class="lines" role="radiogroup" aria-labelledby="fate-label">
        @for (one of fates(); track one.id) {
          <label class="fate" [for]="'fate-' + one.id">
            <p-radiobutton
              name="fate"
              [inputId]="'fate-' + one.id"
              [value]="one.id"
              [ngModel]="fate()"
              (ngModelChange)="fate.set($event)"
            />
            <span>{{ one.say }}</span>
          </label>
        }
      </div>
      @if (fate() === 'kept-as-fallback') {
        <div class="field">
          <label for="until">Kept until</label>
          <input pInputText class="m" id="until" type="date" [ngModel]="until()" (ngModelChange)="until.set($event)" />
        </div>
      }
      @if (fate() === 'sanitised') {
        <div class="field">
          <span class="label" id="medium-label">What the old drive is</span>
          <p-select
            [options]="$any(media)"
            optionLabel="say"
            optionValue="id"
            [ngModel]="mediumId()"
            (ngModelChange)="saidMedium.set($event)"
            ariaLabelledBy="medium-label"
            placeholder="read its label"
            appendTo="body"
          />
          <p class="hint">
            {{
              known() ? 'As this job has read it; change it if the label says otherwise.' : 'Nothing on this job tells: look at the drive.'
            }}
          </p>
        </div>
        <p class="mu">
          Methods by NIST SP 800-88: Clear keeps out what programs can read, Purge a laboratory too, Destroy leaves no drive. Overwriting is
          not Purge on flash. The maker’s manual and the customer’s own rules come first.
        </p>
        <div class="field">
          <span class="label" id="method-label">Method</span>
          <p-select
            [options]="methods()"
            optionLabel="label"
            optionValue="value"
            [ngModel]="method()"
            (ngModelChange)="method.set($event)"
            ariaLabelledBy="method-label"
            placeholder="choose what was done"
            appendTo="body"
          />
          <p class="hint">{{ methodNote() }}</p>
        </div>
        <div class="field">
          <label for="tool">With which tool</label>
          <input pInputText id="tool" [ngModel]="tool()" (ngModelChange)="tool.set($event)" maxlength="80" />
        </div>
        <div class="field">
          <label for="verified">How it was checked</label>
          <input pInputText id="verified" [ngModel]="verified()" (ngModelChange)="verified.set($event)" maxlength="300" />
        </div>
      }
      <div class="field">
        <label for="fate-note">Note</label>
        <input pInputText id="fate-note" [ngModel]="note()" (ngModelChange)="note.set($event)" maxlength="300" />
      </div>
      <p class="fault" role="alert">{{ fault() }}</p>
    }
    <div class="acts">
      @if (open()) {
        <button class="tgt" type="button" (click)="settle()">Settle it</button>
      }
      @if (job().custody.length > 0) {
        <a class="tgt" [routerLink]="['/jobs', job().id, 'old-drive']">Its record, to print</a>
      }
    </div>
  `,
})
export class CustodyPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly say = sayCustody;
  protected readonly when = sayWhen;
  protected readonly fate = jobDraft<OldDriveFate | ''>(
    () => this.job().id,
    'fate',
    () => this.job().oldDriveFate?.fate ?? '',
  );
  protected readonly note = jobDraft(
    () => this.job().id,
    'fate-note',
    () => this.job().oldDriveFate?.note ?? '',
  );
  protected readonly until = jobDraft(
    () => this.job().id,
    'custody-until',
    () => this.job().oldDriveFate?.until ?? '',
  );
  protected readonly method = signal<SanitiseMethod | null>(null);
  protected readonly tool = jobDraft(
    () => this.job().id,
    'custody-tool',
    () => this.job().custody.at(-1)?.sanitised?.tool ?? '',
  );
  protected readonly verified = jobDraft(
    () => this.job().id,
    'custody-verified',
    () => this.job().custody.at(-1)?.sanitised?.verified ?? '',
  );
  protected readonly fault = signal('');
  /** Before hand-over everything may still be settled otherwise; afterwards only a drive that is here. */
  protected readonly open = computed(() => !this.job().closed || isHere(this.job()));
  /** What the drive is: as the job has read it, else as somebody says who looks at it; the level of every method hangs on it. */
  protected readonly media = SANITISE_MEDIA;
  protected readonly known = computed(() => mediumKnown(this.job()));
  protected readonly saidMedium = signal<string | null>(null);
  private readonly medium = computed(() => SANITISE_MEDIA.find((one) => one.id === this.saidMedium()) ?? this.known());
  protected readonly mediumId = computed(() => {
    const now = this.medium();
    return SANITISE_MEDIA.find((one) => one.medium === now?.medium && one.protocol === now.protocol)?.id ?? null;
  });
  private readonly does = computed(() => {
    const medium = this.medium();
    return medium ? methodsFor(medium) : [];
  });
  protected readonly methods = computed(() =>
    this.does().map((one) => ({ label: `${LEVEL_WORDS[one.level]}: ${one.say}`, value: one.id })),
  );
  protected readonly methodNote = computed(() => this.does().find((one) => one.id === this.method())?.note ?? '');
  /** Staying in use is a fate of a drive that is in the machine and reads well. */
  protected readonly fates = computed(() => {
    const job = this.job();
    const out = stillOut(job).some((item) => item.kind === 'drive') || hadOldDrive(job);
    return FATES.filter((one) => one.id !== 'stays-in-use' || (!out && !isUnfitToStay(job)));
  });

  protected settle(): void {
    const fate = this.fate();
    if (!fate) return this.fault.set('Choose where the old drive goes.');
    const method = this.method();
    const medium = this.medium();
    const command: JobCommand = {
      type: 'settle-old-drive',
      fate,
      until: fate === 'kept-as-fallback' && this.until() ? this.until() : null,
      sanitised:
        fate === 'sanitised' && method
          ? {
              method,
              medium: medium && { medium: medium.medium, protocol: medium.protocol },
              tool: this.tool().trim(),
              verified: this.verified().trim(),
            }
          : null,
      note: this.note().trim(),
    };
    this.fault.set(this.desk.give(this.job(), command)?.sentence ?? '');
  }
}
