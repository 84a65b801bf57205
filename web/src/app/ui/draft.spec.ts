import { computed, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { draft, jobDraft } from './draft';

const within = <T>(make: () => T): T => TestBed.runInInjectionContext(make);
beforeEach(() => localStorage.clear());

describe('a draft', () => {
  it('is kept and forgotten with the very change, though the screen goes away in the same breath', () => {
    const typed = within(() => draft('form', { words: '' }));
    typed.update((form) => ({ ...form, words: 'It freezes.' }));
    // No effect has run: nothing was drawn since.
    expect(within(() => draft('form', { words: '' }))()).toEqual({ words: 'It freezes.' });
    typed.set({ words: '' });
    expect(within(() => draft('form', { words: '' }))()).toEqual({ words: '' });
    expect(localStorage).toHaveLength(0);
  });

  it('of a job begins with what the job says, and is each job’s own', () => {
    const job = signal({ id: 'one', why: 'spare is low' });
    const why = within(() =>
      jobDraft(
        () => job().id,
        'why',
        () => job().why,
      ),
    );
    expect(why()).toBe('spare is low');
    why.set('spare is at 3 %');
    job.set({ id: 'two', why: '' });
    expect(computed(() => why())()).toBe('');
    job.set({ id: 'one', why: 'spare is low' });
    expect(why()).toBe('spare is at 3 %');
  });

  it('that cannot be read begins empty', () => {
    localStorage.setItem('petrichor.draft.form', '{broken');
    expect(within(() => draft('form', 'nothing'))()).toBe('nothing');
  });
});
