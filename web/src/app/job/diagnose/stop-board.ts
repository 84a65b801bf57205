import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { commandFields, type JobState } from '@petrichor/core/job';
import { Dialog } from 'primeng/dialog';
import { CauseBands } from '../../drawing/cause-bands';
import { TexturePatterns } from '../../drawing/texture-patterns';
import { Keys } from '../../shell/keys';
import { HoldsFocus } from '../../shell/modals';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { bandsOf, sayJobsBehind } from './bands';
import { weighingOf } from './weighing';

/** A stop that holds: what to do now, in order, and nothing else. */
@Component({
  selector: 'p-stop-board',
  imports: [FormField, CauseBands, Dialog, HoldsFocus, KeyBox, StateMark, TextField, TexturePatterns],
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
  protected readonly lift = form(commandFields('lift-stop'), {
    draft: { of: () => this.job().id, name: 'lift-stop' },
    empty: { owner: '', words: '' },
    send: (given) => {
      const refusal = this.desk.give(this.job(), { type: 'lift-stop', ...given });
      if (!refusal) this.lifting.set(false);
      return refusal;
    },
  });
  protected readonly stop = computed(() => sure(this.job().stop));
  protected readonly next = computed(() => this.stop().steps.find((step) => step.done === null) ?? null);

  private readonly weighing = weighingOf(
    computed(() => this.job()),
    signal('before'),
    signal(new Set<string>()),
  );
  protected readonly bands = computed(() => {
    const looked = this.weighing.looked();
    return (
      looked &&
      bandsOf(
        this.weighing.edition(),
        this.job().findings.before,
        looked,
        new Set(),
        sayJobsBehind(this.weighing.jobs()),
      )
    );
  });
  /** Every test would power the drive; the best of them are named, so that nobody does one out of habit. */
  protected readonly withdrawn = computed(() =>
    (this.weighing.looked()?.advice.ranked ?? []).slice(0, 6).map((one) => one.test.say),
  );

  constructor() {
    inject(Keys).bind({
      Space: { say: 'Done: the next thing the stop asks for', run: () => this.step() },
      W: { say: 'Lift the stop, with the owner’s words', run: () => this.lifting.set(true) },
    });
  }

  protected step(): void {
    const next = this.next();
    if (next)
      this.fault.set(this.desk.give(this.job(), { type: 'stop-step', stepId: next.id })?.sentence ?? '');
  }

  protected choose(way: 'image-once' | 'refer'): void {
    this.fault.set(this.desk.give(this.job(), { type: 'choose-stop-way', way })?.sentence ?? '');
  }
}
