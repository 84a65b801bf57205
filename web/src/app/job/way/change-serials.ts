import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { mainDrive, oldDrives, proofOf, type JobState } from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import { TextField } from '../../ui/field/text-field';

/** Serials of drives besides the main one: of what goes in, and of what comes out. */
@Component({
  selector: 'p-change-serials',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: contents;
    }
  `,
  template: `
    @for (one of fields(); track one.key) {
      <p-text-field
        #field
        [label]="one.label"
        mono
        [fieldId]="'serial-' + one.key"
        scan="serial"
        most="60"
        [value]="one.serial"
        (left)="keep(one.changeId, one.which, field.value())"
        (keydown.enter)="keep(one.changeId, one.which, field.value())"
      />
    }
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
})
export class ChangeSerials {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly fault = signal('');
  protected readonly fields = computed(() => {
    const job = this.job();
    const main = mainDrive(job)?.id;
    const old = oldDrives(job)
      .filter(({ changeId }) => changeId !== '')
      .map(({ changeId, label, place, serial }) => ({
        key: `old-${changeId}`,
        changeId,
        which: 'old' as const,
        label: `Serial of ${label}, out of ${place}`,
        serial: serial ?? '',
      }));
    const goesIn = job.changes
      .filter((one) => one.id !== main && one.thing?.drive)
      .map(({ id, thing, place }) => ({
        key: `new-${id}`,
        changeId: id,
        which: 'new' as const,
        label: `Serial of ${thing?.label ?? ''}, into ${place}`,
        serial: proofOf(job, id).newSerial ?? '',
      }));
    return [...old, ...goesIn];
  });

  protected keep(changeId: string, which: 'old' | 'new', typed: string): void {
    const serial = typed.trim();
    const now = proofOf(this.job(), changeId);
    if (serial === '' || serial === (which === 'old' ? now.oldSerial : now.newSerial)) return;
    const given = { type: 'record-change-serial', changeId, which, serial } as const;
    this.fault.set(this.desk.give(this.job(), given)?.sentence ?? '');
  }
}
