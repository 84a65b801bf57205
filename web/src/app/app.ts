import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { HatchPatterns } from './drawing/hatch-patterns';
import { KeyList } from './shell/key-list';

@Component({
  selector: 'p-root',
  imports: [RouterOutlet, HatchPatterns, KeyList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-hatch-patterns />
    <router-outlet />
    <p-key-list />
  `,
})
export class App {}
