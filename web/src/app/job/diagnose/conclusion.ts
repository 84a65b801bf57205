import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { inHundred, type About, type DiagnosisKnowledge, type Looked } from '@petrichor/core/diagnose';
import type { JobState } from '@petrichor/core/job';
import { RadioButton } from 'primeng/radiobutton';
import { Textarea } from 'primeng/textarea';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { jobDraft } from '../../ui/draft';
import { StateMark } from '../../ui/state-mark';

/** What one concludes and why; what it means for Match; and a cure that needs no drive. */
@Component({
  selector: 'p-conclusion',
  imports: [FormsModule, RadioButton, Textarea, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .causes {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
      gap: 0 24px;
    }
    .causes label {
      display: flex;
      gap: 12px;
      align-items: center;
      min-height: 40px;
      cursor: pointer;
    }
    .causes .m {
      margin-left: auto;
      color: var(--muted);
    }
    .wide {
      max-width: 900px;
    }
    @media (pointer: coarse) {
      .causes label {
        min-height: 47px;
      }
    }
  `,
  template: `
    <h2>Conclusion</h2>
    <div class="stack wide">
      @if (made(); as made) {
        <p class="done">
          <p-state-mark mark="settled" [size]="16" /><span
            ><b>{{ made.say }}</b
            >: {{ made.reason }} <span class="mu">({{ made.by.name }}, {{ when(made.at) }}{{ weighedThen() }})</span></span
          >
        </p>
        <p>{{ made.cure }}{{ lookFor() }}</p>
      }
      <div class="field">
        <span class="label" [id]="'cause-label-' + about()">What is it?</span>
        <div class="causes" role="radiogroup" [attr.aria-labelledby]="'cause-label-' + about()">
          @for (one of causes(); track one.id) {
            <label [for]="about() + '-cause-' + one.id">
              <p-radiobutton
                [name]="about() + '-cause'"
                [inputId]="about() + '-cause-' + one.id"
                [value]="one.id"
                [ngModel]="cause()"
                (ngModelChange)="cause.set($event)"
              />
              <span>{{ one.say }}{{ one.noDrive ? ' (no drive needed)' : '' }}</span>
              <span class="m">{{ one.chance }}</span>
            </label>
          }
        </div>
      </div>
      <div class="field">
        <label [for]="about() + '-reason'">{{ otherwise() ? 'Why you conclude otherwise' : 'Why' }}</label>
        <textarea
          pTextarea
          [id]="about() + '-reason'"
          rows="2"
          [ngModel]="reason()"
          (ngModelChange)="reason.set($event)"
          maxlength="500"
        ></textarea>
        <p class="hint">{{ otherwise() || cure() }}</p>
        <p class="fault" role="alert">{{ fault() }}</p>
      </div>
      <div>
        <button class="tgt" type="button" (click)="conclude()">{{ made() ? 'Conclude this instead' : 'Conclude' }}</button>
      </div>
      @if (curable()) {
        <section class="stack">
          <h2>Cured without a drive</h2>
          <p class="caution">
            The machine is closed up again before it goes on to Prove. Opening it: the way of this model, battery off first.
          </p>
          <div class="field">
            <label for="cure-what">What you did</label>
            <textarea pTextarea id="cure-what" rows="2" [ngModel]="what()" (ngModelChange)="what.set($event)" maxlength="300"></textarea>
          </div>
          <div class="field">
            <label for="cure-checked">How you know that it helped</label>
            <textarea
              pTextarea
              id="cure-checked"
              rows="2"
              [ngModel]="checked()"
              (ngModelChange)="checked.set($event)"
              maxlength="300"
            ></textarea>
            <p class="fault" role="alert">{{ cureFault() }}</p>
          </div>
          <div><button class="tgt" type="button" (click)="record()">Record the cure and go on to Prove</button></div>
        </section>
      }
    </div>
  `,
})
export class ConclusionPart {
  readonly job = input.required<JobState>();
  readonly about = input.required<About>();
  readonly edition = input.required<DiagnosisKnowledge>();
  readonly looked = input.required<Looked | null>();
  private readonly desk = inject(JobDesk);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly when = sayWhen;
  protected readonly made = computed(() => (this.about() === 'before' ? this.job().conclusion : this.job().afterConclusion));
  protected readonly cause = jobDraft(
    () => this.key(),
    'cause',
    () => this.made()?.causeId ?? '',
  );
  protected readonly reason = jobDraft(
    () => this.key(),
    'reason',
    () => this.made()?.reason ?? '',
  );
  protected readonly what = jobDraft(
    () => this.job().id,
    'cure-what',
    () => this.job().cured?.what ?? '',
  );
  protected readonly checked = jobDraft(
    () => this.job().id,
    'cure-checked',
    () => this.job().cured?.checked ?? '',
  );
  protected readonly fault = signal('');
  protected readonly cureFault = signal('');
  /** In the edition's order: a list that rearranges itself under the hand is misread. */
  protected readonly causes = computed(() => {
    const chances = new Map((this.looked()?.weighing.ranked ?? []).map((one) => [one.cause.id, one.now]));
    return this.edition().causes.map(({ id, say, remedy }) => {
      const chance = chances.get(id);
      return {
        id,
        say,
        noDrive: remedy.kind === 'no-drive' && this.about() === 'before',
        chance: chance === undefined ? '' : String(inHundred(chance)),
      };
    });
  });
  protected readonly cure = computed(() => this.edition().causes.find((one) => one.id === this.cause())?.cure ?? '');
  protected readonly otherwise = computed(() => {
    const first = this.looked()?.weighing.ranked[0];
    if (!first || this.cause() === '' || first.cause.id === this.cause() || first.now < 0.3) return '';
    return `The weights say: ${first.cause.say.toLowerCase()}, ${inHundred(first.now)} in 100. What they do not know is worth writing down.`;
  });
  protected readonly weighedThen = computed(() => {
    const made = this.made();
    if (!made?.weighed) return '';
    const { causeId, say, chance } = made.weighed;
    return causeId === made.causeId
      ? `; the weights said so, too, ${inHundred(chance)} in 100`
      : `; the weights said ${say.toLowerCase()}, ${inHundred(chance)} in 100`;
  });
  protected readonly lookFor = computed(() => {
    const remedy = this.made()?.remedy;
    if (this.about() === 'after' || remedy?.kind !== 'replace-drive') return '';
    const { usedGb, wantedGb } = this.job().need;
    const size = wantedGb !== null ? `, ${wantedGb} GB or more` : '';
    return ` Match looks for ${remedy.medium === 'flash' ? 'a solid-state drive' : 'a drive'}${size}${usedGb !== null ? `; ${usedGb} GB are in use` : ''}.`;
  });
  protected readonly curable = computed(
    () => this.about() === 'before' && this.job().phase === 'diagnose' && this.job().conclusion?.remedy.kind === 'no-drive',
  );

  /** Before and after the swap are concluded apart, and so are their drafts. */
  private key(): string {
    return this.about() === 'before' ? this.job().id : `${this.job().id}.after`;
  }

  focus(): void {
    this.host.nativeElement.scrollIntoView({ block: 'start' });
    this.host.nativeElement.querySelector<HTMLElement>('input:checked, input')?.focus();
  }

  protected conclude(): void {
    const reason = this.reason().trim();
    if (!this.cause()) return this.fault.set('Choose a cause.');
    if (reason.length < 3) return this.fault.set('Say in a few words why you conclude that.');
    this.fault.set(this.desk.give(this.job(), { type: 'conclude', about: this.about(), causeId: this.cause(), reason })?.sentence ?? '');
  }

  protected record(): void {
    this.cureFault.set(this.desk.give(this.job(), { type: 'cure', what: this.what(), checked: this.checked() })?.sentence ?? '');
  }
}
