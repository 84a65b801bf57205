import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { JobState } from '@petrichor/core/job';
import { Dialog } from 'primeng/dialog';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import { CauseBands } from '../../drawing/cause-bands';
import { TexturePatterns } from '../../drawing/texture-patterns';
import { Keys } from '../../shell/keys';
import { HoldsFocus } from '../../shell/modals';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { bandsOf, sayJobsBehind } from './bands';
import { weighingOf } from './weighing';

/** A stop that holds: what to do now, in order, and nothing else. */
@Component({
  selector: 'p-stop-board',
  imports: [FormsModule, Dialog, HoldsFocus, InputText, Textarea, CauseBands, TexturePatterns, KeyBox, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stop-board.html',
  styleUrl: './stop-board.css',
})
export class StopBoard {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly when = sayWhen;
  protected readonly fault = signal('');
  protected readonly lifting = signal(false);
  protected readonly owner = signal('');
  protected readonly words = signal('');
  protected readonly stop = computed(() => this.job().stop!);
  protected readonly next = computed(() => this.stop().steps.find((step) => step.done === null) ?? null);

  private readonly weighing = weighingOf(
    computed(() => this.job()),
    signal('before' as const),
    signal(new Set<string>()),
  );
  protected readonly bands = computed(() => {
    const looked = this.weighing.looked();
    return looked && bandsOf(this.weighing.edition(), this.job().findings.before, looked, new Set(), sayJobsBehind(this.weighing.jobs()));
  });
  /** Every test would power the drive; the best of them are named, so that nobody does one out of habit. */
  protected readonly withdrawn = computed(() => (this.weighing.looked()?.advice.ranked ?? []).slice(0, 6).map((one) => one.test.say));

  constructor() {
    inject(Keys).bind({
      Space: { say: 'Done: the next thing the stop asks for', run: () => this.step() },
      W: { say: 'Lift the stop, with the owner’s words', run: () => this.lifting.set(true) },
    });
  }

  protected step(): void {
    const next = this.next();
    if (next) this.fault.set(this.desk.give(this.job(), { type: 'stop-step', stepId: next.id })?.sentence ?? '');
  }

  protected choose(way: 'image-once' | 'refer'): void {
    this.fault.set(this.desk.give(this.job(), { type: 'choose-stop-way', way })?.sentence ?? '');
  }

  protected lift(): void {
    const refusal = this.desk.give(this.job(), { type: 'lift-stop', owner: this.owner(), words: this.words() });
    this.fault.set(refusal?.sentence ?? '');
    if (!refusal) this.lifting.set(false);
  }
}
