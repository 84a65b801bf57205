import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { lsblkOf, sfdiskJsonOf } from '@petrichor/core/formats';
import { factsKnown, type DocumentSource, type JobState } from '@petrichor/core/job';
import {
  bytesOf,
  sayBytes,
  sayPartition,
  sourceDiskOf,
  withFullness,
  type MoveFacts,
  type SourceDisk,
} from '@petrichor/core/move';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { sayWhen } from '../../shell/promise';
import { Api, faultOf } from '../../state/api';
import { selectDock } from '../../state/dock/dock.reducer';
import { JobDesk } from '../../state/jobs/job-desk';
import { FileDrop, type HandedOver } from '../../ui/file-drop';
import { SettledNumber } from '../../ui/settled-number';
import { StateMark } from '../../ui/state-mark';
import { HandedOutcome } from '../handed-outcome';
import { handedFrom, JobDocuments } from '../job-documents';
import { COUNTS, FACTS, type Counted } from './facts';
import { gibOf } from './words';
import { ChoiceField } from '../../ui/field/choice-field';

/**
 * What is known of the old drive: its partitions, how full they are, what a rescue map says, and what was
 * asked.
 */
@Component({
  selector: 'p-old-drive',
  imports: [FileDrop, HandedOutcome, SettledNumber, StateMark, ChoiceField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './old-drive.html',
  styleUrl: './old-drive.css',
})
export class OldDrive {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly api = inject(Api);
  private readonly documents = inject(JobDocuments);
  protected readonly dock = inject(Store).selectSignal(selectDock);
  protected readonly facts = FACTS;
  protected readonly fault = signal('');
  protected readonly told = signal('');
  protected readonly when = sayWhen;
  protected readonly sayBytes = sayBytes;
  protected readonly bays = computed(() =>
    (this.dock().dock?.bays ?? []).filter((bay) => bay.drive !== null),
  );
  protected readonly source = computed(() => this.job().move.source);
  protected readonly rows = computed(() =>
    (this.source()?.disk.partitions ?? [])
      .filter((one) => one.kind !== 'extended')
      .map((one) => ({
        number: one.number,
        say: sayPartition(one),
        kind: one.fileSystem ?? one.kind,
        size: sayBytes(bytesOf(sure(this.source()).disk, one.sectors)),
        used: one.usedBytes === null ? null : gibOf(one.usedBytes),
        asks: one.kind === 'data' || one.kind === 'linux',
      })),
  );
  /** What is counted or measured; rates are shown in MB/s, as programs print them. */
  protected readonly counts = computed(() =>
    COUNTS.map(({ id, ask, unit, per, hint }) => {
      const value = this.job().move.facts[id];
      return {
        id,
        ask,
        unit,
        hint: id === 'targetSectors' ? this.sectorsHint() : hint,
        value: value === null ? null : Math.round((value / per) * 10) / 10,
      };
    }),
  );
  private readonly sectorsHint = computed(() => {
    const told = this.bays().map(
      (bay) => `bay ${bay.bay}: ${Math.floor(sure(bay.drive).capacityBytes / 512).toLocaleString('en-GB')}`,
    );
    return `Empty: by the standard formula of its marked size.${told.length > 0 ? ` The dock says ${told.join(', ')}.` : ''}`;
  });

  protected readonly hand = (handed: HandedOver): Promise<boolean> => {
    this.say('', '');
    return this.documents.take(this.job(), 'old-drive', handedFrom(handed), { seen: 'safeguard' });
  };

  /** Asks the dock for the table of the drive in a bay, and for how full it is. */
  protected async ask(bay: string): Promise<void> {
    this.say('', '');
    try {
      const { table, listing } = await firstValueFrom(this.api.driveTable({ params: { bay } }));
      const read = sfdiskJsonOf(parse(table));
      if (!read.ok) return this.say(`The dock’s answer cannot be read. ${read.problem}`, '');
      const drive = this.bays().find((one) => one.bay === bay)?.drive;
      const disk = sourceDiskOf(
        read.value,
        drive ? Math.floor(drive.capacityBytes / read.value.sectorSize) : null,
      );
      const volumes = listing === null ? null : lsblkOf(parse(listing));
      if (disk)
        this.keep(
          volumes?.ok ? withFullness(disk, volumes.value) : disk,
          'dock',
          drive ? `${drive.model} ${drive.serial}` : `bay ${bay}`,
        );
    } catch (error) {
      this.say(faultOf(error).sentence, '');
    }
  }

  private keep(disk: SourceDisk, source: DocumentSource, name: string): void {
    this.give(
      { type: 'read-table', name, source, disk },
      disk.problems.length > 0 ? 'Read. Its table has faults, named below.' : 'Read.',
    );
  }

  protected used(number: number, gib: number | null): void {
    this.give(
      { type: 'state-fullness', used: { [String(number)]: gib === null ? null : Math.round(gib * 2 ** 30) } },
      '',
    );
  }

  protected fact<K extends keyof MoveFacts>(id: K, value: MoveFacts[K]): void {
    if (this.job().move.facts[id] !== value)
      this.give({ type: 'state-move-facts', facts: { [id]: value } }, '');
  }

  protected factOf(id: keyof MoveFacts): string {
    // What the counter was told stands in the place of what nobody asked here.
    return String(factsKnown(this.job())[id]);
  }

  protected counted(id: Counted, value: number | null): void {
    const { per } = sure(COUNTS.find((one) => one.id === id));
    this.fact(id, value === null ? null : Math.round(value * per));
  }

  protected yesNo(id: 'usbMedium' | 'imageStore' | 'secondSystem', value: string): void {
    this.fact(id, value === 'true');
  }

  private give(command: Parameters<JobDesk['give']>[1], told: string): void {
    const refusal = this.desk.give(this.job(), command);
    this.say(refusal?.sentence ?? '', refusal ? '' : told);
  }

  private say(fault: string, told: string): void {
    this.fault.set(fault);
    this.told.set(told);
  }
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}
