import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { SAY_NOTE, type JobState } from '@petrichor/core/job';
import { isTaking, overlengthsAt, type WayStep } from '@petrichor/core/teardown';
import { Photo } from '../../ui/photo';
import { StateMark } from '../../ui/state-mark';

/**
 * What the hand has to know at this step beside the step itself: clips, plugs, what must not be swapped, what
 * to look at, notes.
 */
@Component({
  selector: 'p-step-facts',
  imports: [Photo, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (step().live) {
      <p class="live"><p-state-mark mark="stop" [size]="16" /> <b>The machine still has power here.</b></p>
    }
    @if (draft()) {
      <p class="mu small">
        This guide is a draft: nobody has reviewed it. What is not so is a correction (R).
      </p>
    }
    @if (captive()) {
      <p><b>Captive</b> {{ captive() }}</p>
    }
    @if (step().risk !== 'low') {
      <p><b>Risk</b> {{ step().risk === 'high' ? 'high: slowly, and look twice' : 'some: without force' }}</p>
    }
    @if (step().clips; as clips) {
      <p>
        <b>Start</b> at {{ clips.startAt }}, no deeper than <b class="m">{{ clips.deepestMm }} mm</b>.
        {{ clips.note ?? '' }}
      </p>
    }
    @for (lead of leads(); track lead.label) {
      <p>
        <b>{{ lead.label }}</b> {{ lead.words }}
      </p>
    }
    @for (words of hidden(); track words) {
      <p><b>Hidden</b> {{ words }}</p>
    }
    @for (hazard of hazards(); track hazard.sentence) {
      <p class="hazard"><p-state-mark mark="stop" [size]="16" /> <b>Not in here:</b> {{ hazard.sentence }}</p>
    }
    @if (operation()?.photo; as hash) {
      <p-photo [hash]="hash" words="What it looks like" />
    }
    @if (page(); as words) {
      <p class="mu small">{{ words }}</p>
    }
    @for (check of step().checks; track check) {
      <p class="check"><b>Look</b> {{ check }}</p>
    }
    @for (note of notes(); track $index) {
      <div class="note">
        <p>
          <b>{{ say[note.kind] }}</b> {{ note.text }}
          @if (note.measured; as measured) {
            <span class="m">{{ measured.what }}: {{ measured.mm }} ± {{ measured.plusMinusMm }} mm</span>
          }
          <span class="mu">{{ note.by.name }}</span>
        </p>
        @for (hash of note.photos; track hash) {
          <p-photo [hash]="hash" [words]="say[note.kind] + ', photo ' + ($index + 1)" />
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 5px;
      margin-top: 8px;
      font-size: 17px;
      line-height: 23px;
    }
    :host:empty {
      display: none;
    }
    .live,
    .hazard {
      padding: 6px 12px;
      border-left: 6px solid var(--clay);
      background: var(--clay-wash);
    }
    .note {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      padding-left: 10px;
      border-left: 3px solid var(--line-strong);
    }
    .note p {
      flex: 1 1 100%;
    }
  `,
})
export class StepFacts {
  readonly job = input.required<JobState>();
  readonly step = input.required<WayStep>();
  protected readonly say = SAY_NOTE;
  protected readonly leads = computed(() =>
    this.step().moves.flatMap((thing) => {
      if (thing.kind === 'screw' || !thing.connector) return [];
      const { opens, hinge, colours } = thing.connector;
      const back = !isTaking(this.step());
      const words = [
        back ? '' : `${opens}.`,
        hinge ? `It turns on ${hinge}.` : '',
        colours ? `Wires: ${colours}.` : '',
      ].filter(Boolean);
      return words.length > 0 ? [{ label: thing.label, words: words.join(' ') }] : [];
    }),
  );
  protected readonly hidden = computed(() =>
    this.step().moves.flatMap((thing) =>
      thing.kind === 'screw' && thing.hiddenUnder !== null
        ? [`${thing.holes.length} × ${thing.label} under ${thing.hiddenUnder}.`]
        : [],
    ),
  );
  /** As the guide that this job is walked with has it; null: the guide has no such step. */
  protected readonly operation = computed(() => {
    const { operationId } = this.step();
    return this.job().way?.guide?.operations.find((one) => one.id === operationId) ?? null;
  });
  protected readonly draft = computed(() => this.job().way?.guide?.state === 'draft');
  /** Where the maker says so; empty: nobody noted it. */
  protected readonly page = computed(() => {
    const page = this.operation()?.page ?? null;
    const manual = this.job().way?.guide?.manual?.title ?? 'The maker’s manual';
    return page === null ? '' : `${manual}, page ${page}.`;
  });
  /** They are not drawn out: they stay in their part. */
  protected readonly captive = computed(() => {
    const screws = this.step().moves.filter((one) => one.kind === 'screw' && one.captive);
    if (screws.length === 0) return '';
    const all = screws.length === this.step().moves.filter(({ kind }) => kind === 'screw').length;
    const which = all ? '' : `${screws.map(({ label }) => label).join(', ')}: `;
    return isTaking(this.step())
      ? `${which}loosen only, they stay in.`
      : `${which}turned in again, none was out.`;
  });
  /** On the way out only: there the holes are filled. The two worst; the rest is on the model's page. */
  protected readonly hazards = computed(() => {
    const { operationId } = this.step();
    const guide = this.job().way?.guide;
    return guide && operationId !== null && !isTaking(this.step())
      ? overlengthsAt(guide, operationId).slice(0, 2)
      : [];
  });
  /** Of this step, and of the one it mirrors: what was seen on the way in is wanted on the way out. */
  protected readonly notes = computed(() => {
    const { id, mirrorOf } = this.step();
    return this.job().notes.filter(
      (note) => note.stepId === id || (note.stepId !== null && note.stepId === mirrorOf),
    );
  });
}
