import { computed, effect, inject, signal, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  mostRisk,
  type About,
  type Answer,
  type DiagnosisKnowledge,
  type Looked,
} from '@petrichor/core/diagnose';
import { answersOf, hasWalked, isBefore, stakeOf, type JobState } from '@petrichor/core/job';
import { openingMinutes, USUAL_OPENING_MINUTES } from '@petrichor/core/opening';
import { selectKnowledge, selectLearned, selectModels } from '../../state/knowledge/knowledge.reducer';
import { Weigher } from '../../workers/weigher';

/** A weighing that follows the job: what a diagnosis board is drawn from. */
export interface Weighing {
  readonly edition: Signal<DiagnosisKnowledge>;
  /** Jobs behind the edition's numbers. */
  readonly jobs: Signal<number>;
  /** What counts: the job's findings without those that are left out to see. */
  readonly answers: Signal<Answer[]>;
  /** As last worked out; null until the first time. It lags a little behind a finding just made. */
  readonly looked: Signal<Looked | null>;
}

/** Call it in a field. `leftOut`: findings that are left out to see what they hold up. */
export function weighingOf(
  job: Signal<JobState>,
  about: Signal<About>,
  leftOut: Signal<ReadonlySet<string>>,
): Weighing {
  const store = inject(Store);
  const weigher = inject(Weigher);
  const knowledge = store.selectSignal(selectKnowledge);
  const learned = store.selectSignal(selectLearned);
  const models = store.selectSignal(selectModels);
  const edition = computed(() => knowledge().diagnosis(about()));
  const answers = computed(() => answersOf(job(), about()).filter((one) => !leftOut().has(one.observation)));
  const model = computed(() => models().find((one) => one.id === job().intake.modelId) ?? null);
  const way = computed(() => {
    const known = model();
    return (known && openingMinutes(known)) ?? USUAL_OPENING_MINUTES;
  });
  const isOpen = computed(() => hasWalked(job()) && isBefore(job().phase, 'set-up'));
  // Compared as text: a job changes with every tick, what is weighed seldom.
  const request = computed(() =>
    JSON.stringify({
      answers: answers(),
      mostRisk: mostRisk(stakeOf(job())),
      openingMinutes: isOpen() ? 0 : way(),
      leftOut: job().setAside,
    }),
  );
  const looked = signal<Looked | null>(null);
  let last = 0;
  effect(() => {
    const knows = edition();
    const {
      answers: given,
      leftOut: aside,
      ...bounds
    } = JSON.parse(request()) as {
      answers: Answer[];
      leftOut: string[];
      mostRisk: 0;
      openingMinutes: number;
    };
    const mine = ++last;
    void weigher.lookAt(knows, given, { ...bounds, leftOut: new Set(aside) }).then((result) => {
      if (mine === last) looked.set(result);
    });
  });
  return { edition, jobs: computed(() => learned()[about()].jobs), answers, looked: looked.asReadonly() };
}
