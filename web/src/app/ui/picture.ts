import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { IconNode } from 'lucide';
import Activity from 'lucide/dist/esm/icons/activity.mjs';
import AppWindow from 'lucide/dist/esm/icons/app-window.mjs';
import Battery from 'lucide/dist/esm/icons/battery.mjs';
import Cable from 'lucide/dist/esm/icons/cable.mjs';
import ChartColumn from 'lucide/dist/esm/icons/chart-column.mjs';
import CircleX from 'lucide/dist/esm/icons/circle-x.mjs';
import ClipboardCheck from 'lucide/dist/esm/icons/clipboard-check.mjs';
import Clock from 'lucide/dist/esm/icons/clock.mjs';
import Cog from 'lucide/dist/esm/icons/cog.mjs';
import Disc from 'lucide/dist/esm/icons/disc-3.mjs';
import Drop from 'lucide/dist/esm/icons/arrow-down-to-line.mjs';
import Droplet from 'lucide/dist/esm/icons/droplet.mjs';
import Ear from 'lucide/dist/esm/icons/ear.mjs';
import Expand from 'lucide/dist/esm/icons/expand.mjs';
import Eye from 'lucide/dist/esm/icons/eye.mjs';
import Fan from 'lucide/dist/esm/icons/fan.mjs';
import FileX from 'lucide/dist/esm/icons/file-x.mjs';
import Flame from 'lucide/dist/esm/icons/flame.mjs';
import Flashlight from 'lucide/dist/esm/icons/flashlight.mjs';
import Gauge from 'lucide/dist/esm/icons/gauge.mjs';
import Grid from 'lucide/dist/esm/icons/grid-3x3.mjs';
import HardDrive from 'lucide/dist/esm/icons/hard-drive.mjs';
import HardDriveDownload from 'lucide/dist/esm/icons/hard-drive-download.mjs';
import Hourglass from 'lucide/dist/esm/icons/hourglass.mjs';
import ListX from 'lucide/dist/esm/icons/list-x.mjs';
import Lock from 'lucide/dist/esm/icons/lock.mjs';
import Memory from 'lucide/dist/esm/icons/memory-stick.mjs';
import Monitor from 'lucide/dist/esm/icons/monitor.mjs';
import Mouse from 'lucide/dist/esm/icons/mouse.mjs';
import Pause from 'lucide/dist/esm/icons/pause.mjs';
import Plug from 'lucide/dist/esm/icons/plug.mjs';
import PlugZap from 'lucide/dist/esm/icons/plug-zap.mjs';
import Ports from 'lucide/dist/esm/icons/ethernet-port.mjs';
import Power from 'lucide/dist/esm/icons/power.mjs';
import Refresh from 'lucide/dist/esm/icons/refresh-cw.mjs';
import Scan from 'lucide/dist/esm/icons/scan.mjs';
import SearchX from 'lucide/dist/esm/icons/search-x.mjs';
import Snail from 'lucide/dist/esm/icons/snail.mjs';
import Table from 'lucide/dist/esm/icons/table.mjs';
import Tag from 'lucide/dist/esm/icons/tag.mjs';
import Thermometer from 'lucide/dist/esm/icons/thermometer.mjs';
import TrendingUp from 'lucide/dist/esm/icons/trending-up.mjs';
import Triangle from 'lucide/dist/esm/icons/triangle-alert.mjs';
import Usb from 'lucide/dist/esm/icons/usb.mjs';
import Volume from 'lucide/dist/esm/icons/volume-2.mjs';
import Wifi from 'lucide/dist/esm/icons/wifi.mjs';
import Zap from 'lucide/dist/esm/icons/zap.mjs';

/** Pictures that knowledge documents may name; another name is drawn as an eye. */
const PICTURES: Readonly<Record<string, IconNode>> = {
  activity: Activity,
  alert: Triangle,
  bars: ChartColumn,
  battery: Battery,
  cable: Cable,
  clock: Clock,
  cog: Cog,
  disc: Disc,
  'disc-x': CircleX,
  dock: HardDriveDownload,
  drop: Drop,
  droplet: Droplet,
  ear: Ear,
  expand: Expand,
  eye: Eye,
  fan: Fan,
  'file-x': FileX,
  flame: Flame,
  gauge: Gauge,
  'grid-wait': Grid,
  'grid-x': Grid,
  hourglass: Hourglass,
  'list-x': ListX,
  lock: Lock,
  memory: Memory,
  mouse: Mouse,
  pause: Pause,
  plug: Plug,
  ports: Ports,
  power: Power,
  refresh: Refresh,
  replug: PlugZap,
  scan: Scan,
  screen: Monitor,
  screw: Cog,
  'search-x': SearchX,
  snail: Snail,
  speaker: Volume,
  table: Table,
  tag: Tag,
  test: ClipboardCheck,
  thermometer: Thermometer,
  torch: Flashlight,
  trend: TrendingUp,
  usb: Usb,
  wifi: Wifi,
  windows: AppWindow,
  zigzag: Zap,
  drive: HardDrive,
};

/** A small drawing beside words, never instead of them. */
@Component({
  selector: 'p-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.width]="size()" [attr.height]="size()" viewBox="0 0 24 24" aria-hidden="true">
      @for (path of shapes().paths; track $index) {
        <path [attr.d]="path" />
      }
      @for (circle of shapes().circles; track $index) {
        <circle [attr.cx]="circle['cx']" [attr.cy]="circle['cy']" [attr.r]="circle['r']" />
      }
      @for (line of shapes().lines; track $index) {
        <line [attr.x1]="line['x1']" [attr.y1]="line['y1']" [attr.x2]="line['x2']" [attr.y2]="line['y2']" />
      }
      @for (rect of shapes().rects; track $index) {
        <rect
          [attr.x]="rect['x']"
          [attr.y]="rect['y']"
          [attr.width]="rect['width']"
          [attr.height]="rect['height']"
          [attr.rx]="rect['rx']"
        />
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-block;
      flex: none;
    }
    svg {
      fill: none;
      stroke: currentColor;
      stroke-width: 1.8;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
  `,
})
export class Picture {
  readonly name = input.required<string>();
  readonly size = input(24);
  protected readonly shapes = computed(() => {
    const node = PICTURES[this.name()] ?? Eye;
    const of = (kind: string) => node.filter(([name]) => name === kind).map(([, attributes]) => attributes);
    return {
      paths: of('path').map((one) => String(one['d'])),
      circles: of('circle'),
      lines: of('line'),
      rects: of('rect'),
    };
  });
}
