import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { HatchPatterns } from './drawing/hatch-patterns';
import { KeyList } from './shell/key-list';
import { NewerLine } from './shell/newer-line';
import { ScanLine } from './shell/scan-line';

@Component({
  selector: 'p-root',
  imports: [RouterOutlet, HatchPatterns, KeyList, NewerLine, ScanLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-hatch-patterns />
    <p-newer-line />
    <router-outlet />
    <p-key-list />
    <p-scan-line />
  `,
})
export class App {}
