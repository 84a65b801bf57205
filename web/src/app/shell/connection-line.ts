import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { definitionOf } from '@petrichor/core/job';
import { clause, cut, sure } from '@petrichor/core/units';
import { firstValueFrom } from 'rxjs';
import { Api, faultOf } from '../state/api';
import { selectConnection } from '../state/connection/connection.reducer';
import { Ahead } from '../state/jobs/ahead';
import { selectJobs, selectPendingCount } from '../state/jobs/jobs.selectors';
import type { SetAside } from '../state/jobs/outbox';
import { Unsent } from '../state/jobs/unsent';
import { TextField } from '../ui/field/text-field';
import { newId } from '../ui/new-id';
import { saveFile } from '../ui/save-file';
import { StateMark } from '../ui/state-mark';
import { sayTime, sayWhen } from './promise';

const LONGEST_TOLD = 300;

/**
 * What is not sent, and why, only while there is any: nobody answers, somebody else has to sign in, or the
 * server cannot take it. Nothing blocks meanwhile.
 */
@Component({
  selector: 'p-connection-line',
  imports: [StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="status">
      @for (line of lines(); track line) {
        <p><p-state-mark mark="needs" [size]="16" /> {{ line }}</p>
      }
    </div>
    @if (ahead.mine().length > 0) {
      <div class="aside" role="group" aria-label="What the server does not have any more">
        <p-state-mark mark="stop" [size]="16" />
        <span role="alert">{{ setBack() }}</span>
        <button class="tgt" type="button" [disabled]="ahead.sending()" (click)="ahead.sendAgain()">
          Send again
        </button>
        <button class="tgt" type="button" (click)="saveAhead()">Save as a file</button>
        <button class="tgt" type="button" [disabled]="ahead.sending()" (click)="ahead.leaveOut()">
          Leave out
        </button>
      </div>
    }
    @for (one of unsent.aside(); track one.commandId) {
      <div class="aside" role="group" [attr.aria-label]="'Set aside: ' + about(one)">
        <p-state-mark mark="stop" [size]="16" />
        <span
          >The server cannot take {{ about(one) }}: it was set aside.
          <span class="fault" role="alert">{{ faults()[one.commandId] }}</span></span
        >
        <button class="tgt" type="button" (click)="save(one)">Save as a file</button>
        <p-text-field
          label="Why it is dropped"
          quiet
          placeholder="Why it is dropped"
          most="200"
          [fieldId]="one.commandId"
          [value]="why()[one.commandId] ?? ''"
          (valueChange)="type(one, $event)"
        />
        <button class="tgt" type="button" (click)="drop(one)">Drop it</button>
      </div>
    }
  `,
  styles: `
    p,
    .aside {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 6px 20px;
      background: var(--ochre-wash);
      border-top: 1px solid var(--line-strong);
    }
    .aside {
      flex-wrap: wrap;
    }
    .aside > span {
      flex: 1 1 280px;
    }
  `,
})
export class ConnectionLine {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  protected readonly unsent = inject(Unsent);
  protected readonly ahead = inject(Ahead);
  private readonly connection = this.store.selectSignal(selectConnection);
  private readonly pending = this.store.selectSignal(selectPendingCount);
  private readonly jobs = this.store.selectSignal(selectJobs);
  protected readonly why = signal<Readonly<Record<string, string>>>({});
  protected readonly faults = signal<Readonly<Record<string, string>>>({});
  protected readonly lines = computed(() => {
    const others = this.unsent
      .ofOthers()
      .map(
        ({ name, count }) =>
          (count === 1 ? `1 step of ${name} waits` : `${count} steps of ${name} wait`) +
          ' here until they sign in.',
      );
    const ahead = this.ahead
      .ofOthers()
      .map(
        ({ name, count }) =>
          `The server does not have ${count === 1 ? 'a step' : `${count} steps`} of ${name} any more: they send it again when they sign in here.`,
      );
    return [...(this.connection().lostSince === null ? [] : [this.lost()]), ...others, ...ahead];
  });
  private readonly lost = computed(() => {
    const { lostSince, keeps } = this.connection();
    const count = this.pending();
    const since = `Not connected since ${sayTime(sure(lostSince))}.`;
    if (keeps) return `${since} Steps are kept here${count > 0 ? `, ${count} to send` : ''}.`;
    return `${since} This browser keeps nothing: do not close or reload this page${count > 0 ? ` before its ${count} steps are sent` : ''}.`;
  });

  protected readonly setBack = computed(() => {
    const mine = this.ahead.mine();
    const what = mine.length === 1 ? 'A step that you did' : `${mine.length} steps that you did`;
    return `The server was restored to an earlier time. ${what} here since ${sayWhen(sure(mine[0]).at)} ${mine.length === 1 ? 'is' : 'are'} not in it.`;
  });

  protected saveAhead(): void {
    saveFile('not-restored.json', 'application/json', this.ahead.asFile());
  }

  /** By the job's number and the time, since what it was is in no words that are short. */
  protected about(one: SetAside): string {
    const number = this.jobs().byId[one.jobId]?.confirmed?.number;
    return `a step of ${sayWhen(one.at)}${number === undefined ? '' : ` on job ${number}`}`;
  }

  protected type(one: SetAside, words: string): void {
    this.why.update((all) => ({ ...all, [one.commandId]: words }));
  }

  protected save(one: SetAside): void {
    saveFile(
      'set-aside.json',
      'application/json',
      `${JSON.stringify({ format: 'petrichor-set-aside', ...one }, null, 2)}\n`,
    );
  }

  /** Gone, and the job says that it is, why, and what it was. */
  protected async drop(one: SetAside): Promise<void> {
    const why = (this.why()[one.commandId] ?? '').trim();
    if (why.length < 3) return this.fault(one, 'Say why, in a few words.');
    const text = `A step of ${one.by.name}, ${sayWhen(one.at)}, could not be sent and was dropped${this.toldOf(one)}. ${why}`;
    try {
      await firstValueFrom(
        this.api.give({
          params: { jobId: one.jobId },
          body: { commandId: newId(), basedOn: 0, command: { type: 'note', text, stepId: null } },
        }),
      );
    } catch (error) {
      return this.fault(one, faultOf(error).sentence);
    }
    await this.unsent.forget(one.commandId);
  }

  /**
   * What it would have been in the history, as far as the job is at hand: a title that ends in a full stop
   * loses it.
   */
  private toldOf(one: SetAside): string {
    const job = this.jobs().byId[one.jobId]?.confirmed;
    const lines = job ? one.events.flatMap((event) => definitionOf(event.type).tells(event, job) ?? []) : [];
    return lines.length === 0 ? '' : `: “${clause(cut(lines.join(' '), LONGEST_TOLD))}”`;
  }

  private fault(one: SetAside, sentence: string): void {
    this.faults.update((all) => ({ ...all, [one.commandId]: sentence }));
  }
}
