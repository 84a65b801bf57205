import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { StateMark } from '../ui/state-mark';
import { BackupWatch } from './backup-watch';

/**
 * When the last backup was made and checked. Leads go on from it to everything else. Its screen provides the
 * watch.
 */
@Component({
  selector: 'p-backup-line',
  imports: [RouterLink, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (said(); as one) {
      <p-state-mark [mark]="one.mark" [size]="14" />
      @if (lead()) {
        <a routerLink="/workshop-health">{{ one.words }}</a>
      } @else {
        {{ one.words }}
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 8px;
      align-items: center;
    }
  `,
})
export class BackupLine {
  private readonly watch = inject(BackupWatch);
  readonly lead = input.required<boolean>();
  /** Only where somebody has to do something now. */
  readonly alarm = input(false);
  protected readonly said = computed(() => {
    const said = this.watch.said();
    return said && (!this.alarm() || said.mark === 'stop') ? said : null;
  });
}
