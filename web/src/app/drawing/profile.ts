import { isTaking, type WayStep } from '@petrichor/core/teardown';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
} from '@angular/core';
import {
  currentStep,
  progress,
  SAY_PHASE,
  stillOut,
  trayItemId,
  type JobState,
  type Phase,
  type StepProgress,
  mainDrive,
} from '@petrichor/core/job';
import { sayMinutes } from '@petrichor/core/units';
import { layerTone } from './layer-tone';
import { nameLines } from './profile.geometry';

const HEAD = 56;
const LEFT_TOP = 164;
const RIGHT_TOP = 274;
const LEFT_BOTTOM = 206;
const RIGHT_BOTTOM = 232;
const WIDTH = 424;
const EDGE = 8;
/** Height of the line with a layer's name. */
const STRIP = 17;

/**
 * All steps by depth, one row each: left the way in, right its mirror. A dotted line across a row is an open
 * loop with its count; the current row is the only filled one. What comes before and after the machine is
 * folded.
 */
@Component({
  selector: 'p-profile',
  // Where it is higher than its place it scrolls, by keyboard, too.
  host: { tabindex: '0', role: 'group', 'aria-label': 'Profile of the way' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let p = drawn();
    <svg [attr.viewBox]="'0 0 424 ' + p.height" role="img" [attr.aria-label]="words()">
      <rect class="sky" width="424" [attr.height]="p.top" />
      @for (row of p.rows; track row.key) {
        <rect x="0" [attr.y]="row.y" width="424" [attr.height]="row.high + 0.5" [style.fill]="row.tone" />
      }
      @for (row of p.rows; track row.key) {
        @if (row.layer) {
          <path class="rule" [attr.d]="'M0 ' + row.y + 'H424'" />
        }
      }
      <path class="air" [attr.d]="p.air" />
      <path class="ground" [attr.d]="p.ground" />
      <path class="ahead" [attr.d]="p.ahead" />
      <path class="walked" [attr.d]="p.walked" />
      @for (row of p.rows; track row.key) {
        @if (row.open > 0) {
          <path class="loop" [attr.d]="'M' + row.left.x + ' ' + row.mid + 'H' + row.right.x" />
          <text
            class="m count"
            [attr.x]="(row.left.x + row.right.x) / 2"
            [attr.y]="row.mid - 4"
            text-anchor="middle"
          >
            {{ row.open }}
          </text>
        }
        @if (row.now) {
          <rect
            class="now"
            [attr.x]="row.now === 'left' ? 0 : row.right.x + 10"
            [attr.y]="row.y + row.strip"
            [attr.width]="row.now === 'left' ? row.left.x - 12 : 414 - row.right.x"
            [attr.height]="row.high - row.strip"
          />
        }
        @if (row.layer) {
          <text class="layer" x="10" [attr.y]="row.y + 13">{{ row.layer }}</text>
        }
        @if (row.leftText) {
          <circle
            [attr.class]="row.leftDone ? 'node done' : 'node'"
            [attr.cx]="row.left.x"
            [attr.cy]="row.mid"
            r="5"
          />
          @for (line of row.leftLines; track line.y) {
            <text
              [attr.class]="
                line.class + (row.leftDone ? ' bold' : '') + (row.now === 'left' ? ' on-now' : '')
              "
              [attr.x]="row.left.x - 16"
              [attr.y]="line.y"
              text-anchor="end"
            >
              {{ line.text }}
            </text>
          }
        }
        @if (row.rightText) {
          <circle
            [attr.class]="row.rightDone ? 'node done' : 'node'"
            [attr.cx]="row.right.x"
            [attr.cy]="row.mid"
            r="4.5"
          />
          @for (line of row.rightLines; track line.y) {
            <text
              [attr.class]="
                line.class + (row.rightDone ? ' bold' : '') + (row.now === 'right' ? ' on-now' : '')
              "
              [attr.x]="row.right.x + 15"
              [attr.y]="line.y"
            >
              {{ line.text }}
            </text>
          }
        }
      }
      @if (p.marker; as marker) {
        <g [attr.transform]="'translate(' + marker.x + ' ' + marker.y + ')'">
          <circle class="halo" r="12" />
          <path class="marker" [attr.d]="marker.down ? 'M-8.5 -6H8.5L0 8.5Z' : 'M-8.5 6H8.5L0 -8.5Z'" />
        </g>
      }
      <text class="title" x="149" y="25" text-anchor="end">Way in</text>
      <text class="m time" x="149" y="44" text-anchor="end">{{ p.doneWords }}</text>
      <text class="title" x="290" y="25">Way out</text>
      <text class="m time" x="290" y="44">{{ p.outWords }}</text>
    </svg>
  `,
  styles: `
    :host {
      display: block;
      overflow: auto;
      background: var(--panel);
    }
    svg {
      width: 100%;
      min-width: 380px;
      height: auto;
    }
    .sky {
      fill: var(--panel);
    }
    .rule {
      stroke: var(--line-strong);
    }
    .air {
      fill: var(--air);
    }
    .ground {
      stroke: var(--ink);
      stroke-width: 2.5;
    }
    .ahead {
      fill: none;
      stroke: var(--muted);
      stroke-width: 1.6;
      stroke-dasharray: 4 4;
    }
    .walked {
      fill: none;
      stroke: var(--ink);
      stroke-width: 5;
      stroke-linejoin: round;
    }
    .loop {
      stroke: var(--tick);
      stroke-width: 2;
      stroke-dasharray: 2 3;
    }
    .count {
      font-size: 15px;
      font-weight: 650;
    }
    .now {
      fill: var(--rain);
    }
    .layer {
      font-size: 13px;
      fill: var(--deep);
    }
    .name {
      font-size: 15.5px;
    }
    .name.small {
      font-size: 13px;
    }
    .name.bold {
      font-weight: 600;
    }
    .time {
      font-size: 13px;
      fill: var(--deep);
    }
    text.on-now {
      fill: var(--on-rain);
      font-weight: 650;
    }
    .node {
      fill: var(--air);
      stroke: var(--muted);
      stroke-width: 1.6;
    }
    .node.done {
      fill: var(--ink);
      stroke: var(--ink);
    }
    .halo {
      fill: var(--panel);
    }
    .marker {
      fill: var(--rain);
    }
    .title {
      font-size: 19px;
      font-weight: 700;
    }
  `,
})
export class Profile {
  readonly job = input.required<JobState>();

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    // Where the profile is higher than its place, the row at hand stays in sight.
    afterRenderEffect(() => {
      const { marker, height } = this.drawn();
      if (marker) host.scrollTop = (marker.y / height) * host.scrollHeight - host.clientHeight / 2;
    });
  }

  protected readonly words = computed(
    () =>
      `Profile of the way: ${this.drawn().doneWords} on the way in, ${this.drawn().outWords} on the way out`,
  );

  /** What stands in each row, from the desk down to the drive; where it is drawn comes after. */
  private readonly said = computed(() => {
    const job = this.job();
    const all = progress(job);
    const visit = job.way?.scouting ?? null;
    const layers = job.way?.layers ?? [];
    const current = currentStep(job)?.step;
    const inward = all.filter((one) => one.step.leg === 'in');
    // For a start some of it goes back and comes out again: a row is undone by the last of its ways back.
    const later = all.filter((one) => one.step.leg !== 'in');
    const ofRow = ({ step }: StepProgress) =>
      later.filter((one) => one.step.mirrorOf === step.id || isOf(step.operationId, one.step));
    const bare = later.filter((one) => one.step.operationId === null && one.step.mirrorOf === null);
    const extras = bare.filter((one) => one.step.leg === 'swap');
    const count = inward.length + 2;
    const legX = (from: number, to: number, row: number) => from + ((to - from) * (row + 0.5)) / count;
    const out = stillOut(job);
    const time = (one: StepProgress) => timeOf(one, one.step.id === current?.id);
    const base = (row: number) => ({
      key: row,
      left: { x: legX(LEFT_TOP, LEFT_BOTTOM, row) },
      right: { x: legX(RIGHT_TOP, RIGHT_BOTTOM, row) },
    });
    const desk = {
      ...base(0),
      tone: 'var(--s0)',
      layer: 'Desk',
      leftText: 'Taken in',
      leftTime: 'done',
      leftDone: true,
      ...(visit ? backTo(visit.from) : AFTERWARDS),
      rightDone: false,
      open: out.filter((item) => item.kind === 'setting').length,
      now: null as 'left' | 'right' | null,
    };
    let lastLayer = '';
    const stepRows = inward.map((one, index) => {
      const again = ofRow(one);
      const back = again.findLast(({ step }) => !isTaking(step));
      const layer =
        one.step.layer === lastLayer ? '' : (layers.find((known) => known.id === one.step.layer)?.name ?? '');
      lastLayer = one.step.layer;
      const ids = new Set(
        [one, ...again].flatMap(({ step }) => step.moves.map((thing) => trayItemId(step.id, thing.key))),
      );
      return {
        ...base(index + 1),
        tone: layerTone(layers, one.step.layer),
        layer,
        leftText: one.step.short,
        leftTime: time(one),
        leftDone: one.done,
        ...rightOf(back, time),
        open: out.reduce((sum, item) => sum + (ids.has(item.id) ? item.out : 0), 0),
        now: sideAt(current?.id, one, again),
      };
    });
    const swap = {
      ...base(count - 1),
      ...(visit ? LOOK : SWAP),
      leftTime: mainDrive(job)?.drive.name ?? '',
      leftDone: inward.every((one) => one.done),
      ...extrasSide(extras),
      open: 0,
      now: bare.some((one) => one.step.id === current?.id) ? ('right' as const) : null,
    };
    return { all, inward, rows: [desk, ...stepRows, swap] };
  });

  protected readonly drawn = computed(() => {
    const { all, inward, rows: said } = this.said();
    const top = HEAD;
    const strips = said.filter((row) => row.layer).length;
    const rowHeight = Math.max(34, Math.min(49, Math.floor((560 - strips * STRIP) / said.length)));
    let y = top;
    const rows = said.map((row) => {
      // The name of a layer has a line of its own, so that no step's name is written over it.
      const strip = row.layer ? STRIP : 0;
      const mid = y + strip + rowHeight / 2 - 1;
      const placed = {
        ...row,
        y,
        mid,
        strip,
        high: strip + rowHeight,
        leftLines: nameLines(row.leftText, row.leftTime, row.left.x - 16 - EDGE, mid, rowHeight),
        rightLines: nameLines(row.rightText, row.rightTime, WIDTH - EDGE - row.right.x - 15, mid, rowHeight),
      };
      y += placed.high;
      return placed;
    });
    const height = y + 12;
    const bottom = y - rowHeight / 2;
    const at = rows.find((row) => row.now !== null);
    const down = at?.now === 'left';
    const deepest = all.length > 0 && inward.every((one) => one.done) ? bottom : (at?.mid ?? top);
    const legAt = (from: number, to: number, y: number) =>
      from + ((to - from) * (y - top)) / (height - 12 - top);
    const marker = at ? { x: down ? at.left.x : at.right.x, y: at.mid, down } : null;
    const trying = this.job().phase === 'try';
    const openTo = at ? at.mid : trying ? bottom : top;
    const left = inward.filter((one) => one.done).length;
    const backLeft = minutesBack(all);
    const upTo = marker ? `L${marker.x} ${marker.y}` : trying ? '' : `L${RIGHT_TOP} ${top}`;
    return {
      height,
      top,
      rows,
      marker,
      ground: `M0 ${top}H${LEFT_TOP}M${RIGHT_TOP} ${top}H424`,
      air: `M${LEFT_TOP} ${top}L${legAt(LEFT_TOP, LEFT_BOTTOM, openTo)} ${openTo}H${legAt(RIGHT_TOP, RIGHT_BOTTOM, openTo)}L${RIGHT_TOP} ${top}Z`,
      ahead: `M${LEFT_TOP} ${top}L${LEFT_BOTTOM} ${bottom}H${RIGHT_BOTTOM}L${RIGHT_TOP} ${top}`,
      walked: down
        ? `M${LEFT_TOP} ${top}L${legAt(LEFT_TOP, LEFT_BOTTOM, deepest)} ${deepest}`
        : `M${LEFT_TOP} ${top}L${LEFT_BOTTOM} ${bottom}H${RIGHT_BOTTOM}${upTo}`,
      doneWords: `${left} of ${inward.length} done`,
      outWords: backLeft > 0 ? sayMinutes(backLeft) : 'done',
    };
  });
}

const LOOK = { tone: 'var(--s6)', layer: 'Look', leftText: 'Look, measure' };
const SWAP = { tone: 'var(--s6)', layer: 'Swap', leftText: 'New drive' };

/** What is done at the bottom besides: on the side of the way back. */
const extrasSide = (extras: readonly StepProgress[]) => ({
  rightText: extras.map((one) => one.step.short).join(', '),
  rightTime: extras.length > 0 ? sayMinutes(extras.reduce((sum, one) => sum + one.step.minutes, 0)) : '',
  rightDone: extras.every((one) => one.done),
});

/** How far a step with screws is while it is at hand; else how long it takes. */
function timeOf({ step, moved, short }: StepProgress, atHand: boolean): string {
  if (short) return 'left short';
  const count = Object.values(moved).reduce((sum, n) => sum + n, 0);
  if (!atHand || count === 0 || !step.moves.some((thing) => thing.kind === 'screw'))
    return sayMinutes(step.minutes);
  const of = step.moves.reduce((sum, thing) => sum + (thing.kind === 'screw' ? thing.holes.length : 1), 0);
  return `${count} of ${of}`;
}

const minutesBack = (all: readonly StepProgress[]): number =>
  all.filter((one) => one.step.leg !== 'in' && !one.done).reduce((sum, one) => sum + one.step.minutes, 0);

/** Nobody has timed it. */
const AFTERWARDS = { rightText: 'Set up, prove', rightTime: '' };
const backTo = (phase: Phase) => ({ rightText: `Back to ${SAY_PHASE[phase].toLowerCase()}`, rightTime: '' });

/** The step that undoes one of the way in, on the other side of its row. */
const rightOf = (back: StepProgress | undefined, time: (one: StepProgress) => string) => ({
  rightText: back?.step.short ?? '',
  rightTime: back ? time(back) : '',
  rightDone: back?.done ?? false,
});

/** On which side of a row the hands are. */
function sideAt(
  current: string | undefined,
  inward: StepProgress,
  again: readonly StepProgress[],
): 'left' | 'right' | null {
  if (current === undefined) return null;
  if (inward.step.id === current) return 'left';
  return again.some((one) => one.step.id === current) ? 'right' : null;
}

/** Whether a step is of this operation; what no guide has is of none. */
const isOf = (operationId: string | null, step: WayStep): boolean =>
  operationId !== null && step.operationId === operationId;
