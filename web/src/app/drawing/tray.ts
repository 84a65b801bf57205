import { isTaking } from '@petrichor/core/teardown';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { sayScrew } from '@petrichor/core/hardware';
import {
  countOut,
  currentStep,
  hadOldDrive,
  stillOut,
  SYSTEM_LAYER,
  trayItemId,
  type JobState,
  type TrayItem,
  mainDrive,
} from '@petrichor/core/job';
import { StateMark } from '../ui/state-mark';
import { layerTone } from './layer-tone';
import { ScrewGlyph } from './screw-glyph';

/**
 * Everything that is out of the machine or turned off, in the order of depth: what was taken last goes back
 * first.
 */
@Component({
  selector: 'p-tray',
  imports: [ScrewGlyph, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <h2>Tray</h2>
      <p class="count" aria-live="polite">
        <b class="m">{{ count() }}</b> out
      </p>
      <p class="mu">
        {{ count() === 0 ? 'Nothing is out and nothing is turned off' : 'Last out goes back first' }}
      </p>
    </header>
    <div class="layers" tabindex="0" role="group" aria-label="Things on the tray">
      @for (group of groups(); track group.id) {
        <section [style.--tone]="group.tone" [class.filling]="group.filling">
          <h3>{{ group.name }}{{ group.filling ? ', ' + group.filling : '' }}</h3>
          <ul>
            @for (item of group.items; track item.id) {
              <li [class.screws]="item.screw">
                @if (item.screw; as screw) {
                  <span class="glyph"><p-screw [screw]="screw" /></span>
                  <b class="m">{{ item.count }}</b>
                  <span class="m">{{ item.label }}{{ item.open ? ': ' + item.verb.toLowerCase() : '' }}</span>
                } @else {
                  <b>{{ item.verb }}</b>
                  <span>{{ item.label }}</span>
                }
              </li>
            }
          </ul>
        </section>
      }
      @if (oldDrive(); as words) {
        <section class="drive">
          <h3>Old drive, who has it</h3>
          <p>{{ words }}</p>
        </section>
      }
    </div>
    <footer>
      @if (count() > 0) {
        <p-state-mark mark="needs" [size]="16" />
        <span
          ><b>Cannot be closed</b> with {{ count() }} out.<br /><span class="mu"
            >Screws are drawn life size at 96 dots to the inch.</span
          ></span
        >
      } @else {
        <p-state-mark mark="settled" [size]="16" />
        <span><b>Empty.</b> Nothing keeps the job open here.</span>
      }
    </footer>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
      background: var(--panel);
    }
    header {
      display: grid;
      grid-template-columns: 1fr auto;
      padding: 10px 16px 7px 24px;
    }
    h2 {
      font: 700 26px/30px var(--f);
    }
    .count b {
      font: 700 28px/30px var(--m);
      margin-right: 4px;
    }
    header .mu {
      grid-column: 1/3;
      line-height: 18px;
    }
    .layers {
      flex: 1;
      overflow: auto;
    }
    section {
      position: relative;
      padding: 3px 12px 4px 24px;
      border-top: 1px solid var(--line);
    }
    section::before {
      content: '';
      position: absolute;
      left: 0;
      top: 0;
      bottom: 0;
      width: 12px;
      background: var(--tone, var(--s6));
    }
    .filling {
      background: var(--rain-wash);
    }
    h3 {
      font: 600 13px/16px var(--f);
      color: var(--muted);
    }
    .filling h3 {
      color: var(--rain-ink);
    }
    li {
      display: grid;
      grid-template-columns: 84px 1fr;
      gap: 8px;
      align-items: center;
      min-height: 28px;
    }
    li.screws {
      grid-template-columns: 44px 44px 1fr;
    }
    .glyph {
      display: block;
      width: 44px;
    }
    .screws b {
      font-size: 16px;
    }
    .drive p {
      padding: 3px 0;
    }
    footer {
      display: flex;
      gap: 10px;
      padding: 9px 14px 10px 16px;
      border-top: 1px solid var(--line-strong);
      font-size: 14px;
      line-height: 18px;
    }
  `,
})
export class Tray {
  readonly job = input.required<JobState>();
  protected readonly count = computed(() => countOut(this.job()));
  protected readonly groups = computed(() => {
    const job = this.job();
    const layers = [{ id: SYSTEM_LAYER, name: 'System' }, ...(job.way?.layers ?? [])];
    const here = currentStep(job)?.step;
    const walking = job.phase === 'way-in' || job.phase === 'swap' || job.phase === 'way-out';
    const ids = new Set(
      walking
        ? here?.moves.map((thing) => trayItemId(isTaking(here) ? here.id : (here.mirrorOf ?? ''), thing.key))
        : [],
    );
    const out = stillOut(job);
    return layers.flatMap(({ id, name }) => {
      const items = out.filter((item) => item.layer === id);
      const filling = items.some((item) => ids.has(item.id))
        ? here && isTaking(here)
          ? 'filling now'
          : 'emptying now'
        : '';
      return items.length > 0
        ? [
            {
              id,
              name,
              filling,
              tone: id === SYSTEM_LAYER ? 'var(--s0)' : layerTone(job.way?.layers ?? [], id),
              items: items.map(shown),
            },
          ]
        : [];
    });
  });
  protected readonly oldDrive = computed(() => {
    const { oldDriveFate, tray } = this.job();
    const choice = mainDrive(this.job());
    // A place that was empty had no old drive, and where one was is not what the model says.
    if (!choice || !hadOldDrive(this.job())) return null;
    const name = choice.slot.fitted?.label ?? 'Old drive';
    if (oldDriveFate) return null;
    return tray.some((item) => item.kind === 'drive' && item.out > 0)
      ? `${name}: out, bag it with the job’s number`
      : `${name}: in the machine`;
  });
}

const shown = (item: TrayItem) => ({
  id: item.id,
  verb: item.verb,
  label: item.kind === 'screw' && item.screw ? sayScrew(item.screw) : item.label,
  open: item.kind === 'lost' || item.kind === 'owed',
  screw: item.screw,
  count: item.out === item.of ? String(item.of) : `${item.out}/${item.of}`,
});
