import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { expectedMemory, memoryAfter } from '@petrichor/core/job';
import type { ChangeList, Row } from './change-list';

const CHANNELS = {
  full: 'both channels over all of it',
  part: 'both channels over part of it',
  single: 'one channel',
};

/** Every socket as it will be, as bars of one scale, and what the board makes of it: sum, channels, speed. */
@Component({
  selector: 'p-memory-after',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>Afterwards</h3>
    <ul>
      @for (one of sockets(); track one.socket) {
        <li [class.mine]="one.placeId === row().change.placeId">
          <b>{{ one.socket }}</b>
          <span class="bar" aria-hidden="true"
            ><i [class.unknown]="one.is === 'not-known'" [style.width.%]="one.share"></i
          ></span>
          <span class="m">{{ one.say }}</span>
        </li>
      }
    </ul>
    <p class="told">{{ told() }}</p>
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 20px 8px;
    }
    li {
      display: grid;
      grid-template-columns: 110px minmax(60px, 1fr) minmax(120px, auto);
      gap: 12px;
      align-items: center;
      min-height: 32px;
    }
    .bar {
      height: 16px;
      border: 1.5px solid var(--edge);
      background: var(--panel);
    }
    i {
      display: block;
      height: 100%;
      background: var(--metal);
    }
    .mine i {
      background: var(--rain);
    }
    i.unknown {
      width: 100%;
      background: repeating-linear-gradient(-45deg, var(--line-strong) 0 2px, transparent 2px 6px);
    }
    .told {
      font-weight: 650;
      margin-top: 6px;
    }
  `,
})
export class MemoryAfter {
  readonly list = input.required<ChangeList>();
  readonly row = input.required<Row>();
  private readonly after = computed(() => {
    const model = this.list().model();
    return model ? memoryAfter(model, this.list().asIf()) : [];
  });
  protected readonly sockets = computed(() => {
    const most = Math.max(1, ...this.after().map((one) => one.gib ?? 0));
    return this.after().map((one) => ({
      ...one,
      share: one.is === 'not-known' ? 100 : ((one.gib ?? 0) / most) * 100,
      say: one.is === 'empty' ? 'empty' : one.is === 'not-known' ? 'nobody looked' : sayModule(one),
    }));
  });
  protected readonly told = computed(() => {
    const expected = expectedMemory(this.list().model(), this.list().asIf());
    if (!expected) return 'This model’s document says nothing of its memory: compare with what is in.';
    const { gib, megatransfers, open, dualChannel } = expected;
    if (dualChannel === null)
      return `How much it will be, and how fast, hangs on ${open.join(' and ')}: look what is in there.`;
    const speed =
      megatransfers === null
        ? 'speed not known: nobody has read it off every module, or it does not start like this'
        : `expect ${megatransfers} MT/s`;
    return `${gib} GiB in all, ${speed}, ${CHANNELS[dualChannel]}.`;
  });
}

const sayModule = ({ gib, megatransfers }: { gib: number | null; megatransfers: number | null }): string =>
  `${gib === null ? 'a module, size not read' : `${gib} GiB`}${megatransfers === null ? '' : `, ${megatransfers} MT/s`}`;
