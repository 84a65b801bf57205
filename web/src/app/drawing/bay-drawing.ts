import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Place } from '@petrichor/core/fit';
import { isBay, isSocket, type Drive } from '@petrichor/core/hardware';
import { drawBox, drawCard, X0 } from './bay-drawing.geometry';

/** A drive in its place: from above and cut along its length, on one millimetre ruler. */
@Component({
  selector: 'p-bay-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (drawn(); as d) {
      <svg [attr.viewBox]="'0 0 640 ' + (470 + d.down)" role="img" [attr.aria-label]="d.words">
        <text class="head" x="0" y="14">From above</text>
        <text class="sub" x="86" y="14">{{ d.planWords }}</text>
        <rect class="scale-bar" x="18" y="24" width="540" height="22" />
        @for (mark of d.ruler; track mark.mm) {
          <path class="tick" [attr.d]="'M' + mark.x + ' 46v' + (mark.mm % 10 === 0 ? -9 : -4)" />
          @if (mark.mm % 10 === 0) {
            <text class="m small" [class.strong]="mark.strong" [attr.x]="mark.x + 3" y="35">
              {{ mark.mm }}
            </text>
          }
        }
        <!-- plan -->
        <rect class="room" x="20" y="66" [attr.width]="d.wall - 20" height="130" />
        <rect class="hatch" [attr.x]="d.wall" y="66" width="12" height="130" />
        <rect class="socket" x="20" y="74" [attr.width]="X0 - 4" height="114" />
        <rect class="board" [attr.x]="X0" y="78" [attr.width]="d.drive - X0" height="106" rx="2" />
        @for (chip of d.chips; track chip.x) {
          <rect
            class="chip"
            [attr.x]="chip.x"
            [attr.y]="chip.y"
            [attr.width]="chip.width"
            [attr.height]="chip.height"
            rx="2"
          />
        }
        <path class="notch" [attr.d]="'M' + d.drive + ' 122a9 9 0 0 0 0 18'" />
        @for (post of d.posts; track post.x) {
          <line class="now-line" [attr.x1]="post.x" [attr.x2]="post.x" y1="46" y2="440" />
          <circle [attr.class]="post.gone ? 'post gone' : 'post'" [attr.cx]="post.x" cy="131" r="12" />
          <text class="small" [attr.x]="post.x" y="214" text-anchor="middle">{{ post.say }}</text>
        }
        @if (d.moves; as to) {
          <circle class="post" [attr.cx]="to.x" cy="131" r="12" />
          <circle class="post-eye" [attr.cx]="to.x" cy="131" r="4.5" />
          @if (to.from; as from) {
            <path class="move" [attr.d]="'M' + from + ' 116Q' + (from + to.x) / 2 + ' 88 ' + to.x + ' 116'" />
          }
          <text class="small move-text" [attr.x]="to.x" y="214" text-anchor="middle">{{ to.say }}</text>
        }
        <text class="small" x="20" y="214">{{ d.plug }}</text>
        <!-- cut -->
        <text class="head" x="0" y="248">Cut along the length</text>
        <text class="sub" x="150" y="248">lengths as above; heights drawn 6 times taller</text>
        <g [attr.transform]="'translate(0 ' + d.down + ')'">
          <rect class="cover" x="18" [attr.y]="d.coverY - 18" [attr.width]="d.wall - 6" height="18" />
          @for (rib of d.ribs; track $index) {
            <rect
              class="cover"
              [attr.x]="rib.x"
              [attr.y]="rib.y"
              [attr.width]="rib.width"
              [attr.height]="rib.height"
            />
          }
          <text class="small" x="26" [attr.y]="d.coverY - 5">cover, inside face at {{ d.coverMm }}</text>
          <rect class="main-board" x="18" y="440" [attr.width]="d.wall - 6" height="14" />
          @for (thing of d.obstacles; track $index) {
            <rect
              class="main-board"
              [attr.x]="thing.x"
              [attr.y]="thing.y"
              [attr.width]="thing.width"
              [attr.height]="thing.height"
            />
          }
          <rect
            class="socket"
            x="18"
            [attr.y]="d.boardTop - 22"
            [attr.width]="X0 - 2"
            [attr.height]="440 - d.boardTop + 22"
          />
          @for (part of d.parts; track part.name) {
            @for (box of part.boxes; track $index) {
              <rect
                class="part"
                [attr.x]="box.x"
                [attr.y]="box.y"
                [attr.width]="box.width"
                [attr.height]="box.height"
                [style.fill]="part.tone"
              />
            }
          }
          @if (d.postX !== null) {
            <rect
              class="part"
              [attr.x]="d.postX - 10"
              [attr.y]="d.postTop"
              width="20"
              [attr.height]="440 - d.postTop"
              [style.fill]="'var(--metal)'"
            />
          }
          @for (label of d.labels; track label.name) {
            <path
              class="lead"
              [attr.d]="'M' + (d.wall + 12) + ' ' + label.at + 'L' + (d.wall + 22) + ' ' + label.y"
            />
            <text
              class="label"
              [class.air-text]="label.name === 'air'"
              [attr.x]="d.wall + 26"
              [attr.y]="label.y + 4"
            >
              {{ label.name }}
            </text>
            <text
              class="m label"
              [class.air-text]="label.name === 'air'"
              x="638"
              [attr.y]="label.y + 4"
              text-anchor="end"
            >
              {{ label.value }}
            </text>
          }
        </g>
      </svg>
    } @else if (boxed(); as b) {
      <svg viewBox="0 0 640 330" role="img" [attr.aria-label]="b.words">
        <text class="head" x="0" y="14">From the side</text>
        <text class="sub" x="110" y="14">{{ b.title }}; to scale</text>
        <rect class="room" x="20" y="40" [attr.width]="b.roomWidth" [attr.height]="b.roomHeight" />
        <rect
          class="board"
          x="28"
          [attr.y]="40 + b.roomHeight - b.driveHeight"
          [attr.width]="b.driveWidth"
          [attr.height]="b.driveHeight"
          rx="2"
        />
        @if (b.spacer > 3) {
          <text class="small" [attr.x]="32 + b.driveWidth" [attr.y]="40 + b.spacer / 2 + 4">
            {{ b.gapSay }}
          </text>
        }
        <text class="small" x="36" [attr.y]="40 + b.roomHeight - b.driveHeight / 2 + 4">
          {{ b.driveSay }}
        </text>
        <text class="small" x="20" [attr.y]="58 + b.roomHeight">{{ b.roomSay }}</text>
        <text class="head" x="0" [attr.y]="92 + b.roomHeight">Plug</text>
        <text class="sub" x="0" [attr.y]="112 + b.roomHeight">{{ b.plugSay }}</text>
      </svg>
    } @else {
      <p class="mu">{{ instead() }}</p>
    }
  `,
  styles: `
    svg {
      width: 100%;
      height: auto;
    }
    .head {
      font-size: 15px;
      font-weight: 650;
    }
    .sub,
    .small {
      font-size: 13px;
      fill: var(--deep);
    }
    .strong {
      font-weight: 700;
      fill: var(--ink);
    }
    .scale-bar {
      fill: var(--panel);
      stroke: var(--line-strong);
    }
    .tick {
      stroke: var(--deep);
    }
    .room {
      fill: var(--s1);
      stroke: var(--muted);
      stroke-width: 1.5;
    }
    .hatch {
      fill: url(#h-soft);
      stroke: var(--muted);
    }
    .socket {
      fill: var(--metal-hi);
      stroke: var(--metal-lo);
      stroke-width: 1.5;
    }
    .board {
      fill: var(--board);
      stroke: var(--board-ink);
      stroke-width: 2;
    }
    .chip {
      fill: var(--chip);
    }
    .notch {
      fill: var(--s1);
      stroke: var(--board-ink);
      stroke-width: 2;
    }
    .now-line {
      stroke: var(--muted);
      stroke-dasharray: 3 3;
    }
    .post {
      fill: var(--panel);
      stroke: var(--rain);
      stroke-width: 3;
    }
    .post.gone {
      stroke: var(--muted);
      stroke-width: 1.6;
      stroke-dasharray: 3 2;
    }
    .post-eye {
      fill: var(--rain);
    }
    .move {
      fill: none;
      stroke: var(--rain);
      stroke-width: 3;
    }
    .move-text {
      fill: var(--rain-ink);
      font-weight: 650;
    }
    .cover {
      fill: var(--s6);
    }
    .main-board {
      fill: var(--s4);
      stroke: var(--muted);
    }
    .part {
      stroke: var(--metal-lo);
      stroke-width: 0.8;
    }
    .lead {
      fill: none;
      stroke: var(--deep);
      stroke-width: 0.8;
    }
    .label {
      font-size: 13px;
    }
    .air-text {
      font-weight: 700;
      font-size: 14px;
      fill: var(--moss);
    }
    .air-text.m {
      fill: var(--moss);
    }
  `,
})
export class BayDrawing {
  readonly place = input.required<Place>();
  readonly drive = input.required<Drive>();
  protected readonly X0 = X0;

  protected readonly instead = computed(() => {
    const { slot } = this.place();
    const drive = this.drive();
    if (slot.kind === 'soldered') return `No drawing: ${slot.label} is soldered to the board.`;
    return `No drawing: the ${drive.maker} ${drive.name} is of another form factor than ${slot.label}.`;
  });

  protected readonly drawn = computed(() => {
    const place = this.place();
    const drive = this.drive();
    const { slot } = place;
    return isSocket(slot) && drive.family === slot.kind ? drawCard(place, slot, drive) : null;
  });

  protected readonly boxed = computed(() => {
    const { slot } = this.place();
    const drive = this.drive();
    return isBay(slot) && 'connector' in drive ? drawBox(slot, drive) : null;
  });
}
