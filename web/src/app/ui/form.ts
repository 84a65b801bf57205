import { sure } from '@petrichor/core/units';
import {
  computed,
  inject,
  linkedSignal,
  signal,
  untracked,
  type Signal,
  type WritableSignal,
} from '@angular/core';
import {
  form as fieldsOf,
  MAX_LENGTH,
  metadata,
  REQUIRED,
  submit,
  validateTree,
  type FieldTree,
  type SchemaPath,
  type ValidationError,
} from '@angular/forms/signals';
import { isObservable, type Observable } from 'rxjs';
import { z } from 'zod';
import { Focus } from '../shell/focus';
import { faultOf, type RequestFault } from '../state/api';
import { draftOf, forgetDraft, type DraftName } from './draft';

/** Nothing or null: it is done. A refusal: its sentence is said. A request: busy until it is answered. */
type Outcome = { readonly sentence: string } | null | undefined | void | Observable<unknown>;

/** What a field holds while it is filled in: a number or one of a few may be missing still. */
type Held<T> = T extends number
  ? T | null
  : T extends string
    ? T | ''
    : T extends readonly (infer One)[]
      ? readonly One[]
      : T;
/** What the fields of a form hold. */
export type TypedOf<S extends z.ZodObject> = {
  readonly [K in keyof z.input<S>]-?: Held<Exclude<z.input<S>[K], undefined>>;
};

interface FormOptions<S extends z.ZodObject> {
  /** What is typed outlives a reload under this name; none for secrets. */
  readonly draft?: DraftName;
  /** Where the fields stand in what is sent: the server names them so. */
  readonly within?: string;
  /** What the fields say before anybody typed; a function where that follows something that changes. */
  readonly empty: TypedOf<S> | (() => TypedOf<S>);
  /** Does it, with what the schema made of the fields. Once it is done the form is empty again. */
  readonly send: (value: z.output<S>) => Outcome;
}

/** Thrown on the way of a request: what it led to was refused here. */
export class Refused extends Error {}

/** A form: `fields` go to `[formField]`, `send` to `(submit)`. */
export interface Form<Typed> {
  readonly fields: FieldTree<Typed>;
  readonly typed: Signal<Typed>;
  /** What is wrong and belongs to no field. */
  readonly fault: WritableSignal<string>;
  readonly busy: Signal<boolean>;
  readonly patch: (own: Partial<Typed>) => void;
  readonly clear: () => void;
  readonly send: (event?: Event) => void;
}

/**
 * A form made of what it comes to. The schema says which fields have to be filled in and how long they may
 * get; what is wrong is said beside its field once somebody sends it, and the first such field takes the
 * focus. Meanwhile a number may still be null, and one of a few ''. Call it where a component is made.
 */
export function form<S extends z.ZodObject>(
  schema: S,
  { draft, within, empty, send }: FormOptions<NoInfer<S>>,
): Form<TypedOf<S>> {
  type Typed = TypedOf<S>;
  const begin: () => Typed = typeof empty === 'function' ? empty : () => empty;
  const model = draft ? draftOf(draft, begin) : linkedSignal(begin);
  const whose = (): string => (typeof draft === 'object' ? untracked(draft.of) : '');
  const focus = inject(Focus);
  const fault = signal('');
  const told = signal<readonly Told[]>([]);
  const fields = fieldsOf(model, (path) => {
    rulesOf(schema, path as unknown as Path, begin);
    validateTree(path as SchemaPath<Typed>, (at) => {
      const typed = at.value();
      const issues = [
        ...issuesOf(schema, typed),
        ...told().filter((one) => valueAt(typed, one.path) === one.of),
      ];
      return issues.map((issue) => faultAt(at.fieldTreeOf(path), issue));
    });
  });

  /** Says what went wrong, or empties the form: at once, not a turn of the loop later. */
  const end = (failure: Failure | null): void => {
    if (failure === null) return clear();
    const own = failure.fields
      .map((one) => ({ path: pathIn(one.path, within), message: one.message }))
      .filter(({ path }) => sure(path[0]) in schema.shape);
    fault.set(own.length > 0 ? '' : failure.sentence);
    told.set(own.map((one) => ({ ...one, of: valueAt(model(), one.path) })));
  };
  const act = (): Promise<void> => {
    const outcome = send(schema.parse(model()));
    const of = whose();
    if (!isObservable(outcome)) return Promise.resolve(end(outcome ? plain(outcome.sentence) : null));
    return new Promise((resolve) =>
      outcome.subscribe({
        complete: () => {
          // Whoever went on to another job finds what was typed there; what was sent is gone with its own.
          if (typeof draft === 'object' && whose() !== of) forgetDraft(draft, of, Object.keys(schema.shape));
          else end(null);
          resolve();
        },
        error: (error: unknown) => resolve(end(failureOf(error))),
      }),
    );
  };
  /** The first that stands on the screen, bound to the form or not. */
  const toTheFault = (drawn: Element | null, tree: () => { focusBoundControl(): void }): void =>
    focus.drawn(() => {
      const at = drawn?.querySelector<HTMLElement>('[aria-invalid="true"], p-autocomplete.p-invalid input');
      if (at) at.focus();
      else tree().focusBoundControl();
    });
  const clear = (): void => {
    model.set(begin());
    fields().reset();
  };

  return {
    fields,
    typed: model.asReadonly(),
    fault,
    busy: computed(() => fields().submitting()),
    patch: (own) => model.update((now) => ({ ...now, ...own })),
    clear,
    send: (event) => {
      event?.preventDefault();
      fault.set('');
      told.set([]);
      const drawn = event?.target instanceof Element ? event.target : null;
      void submit(fields, act).then(() => {
        const first = fields().errorSummary()[0];
        if (first && first.fieldTree() !== fields()) toTheFault(drawn, first.fieldTree);
        else if (first) fault.set(first.message ?? '');
      });
    },
  };
}

type Path = SchemaPath<unknown> & Readonly<Record<string, SchemaPath<unknown>>>;

/**
 * What the controls show of the schema: whether they have to be filled in, and how many letters they take.
 */
function rulesOf(schema: z.ZodObject, path: Path, begin: () => unknown): void {
  for (const [name, given] of Object.entries<z.ZodType>(schema.shape)) {
    const [at, of] = [path[name] as Path, inner(given)];
    const first = (): unknown => (begin() as Readonly<Record<string, unknown>>)[name];
    if (of instanceof z.ZodObject) {
      rulesOf(of, at, first);
      continue;
    }
    const blank = (): unknown =>
      of instanceof z.ZodString ? '' : of instanceof z.ZodNumber ? null : first();
    metadata(at, REQUIRED, () => !given.safeParse(blank()).success);
    if (of instanceof z.ZodString) metadata(at, MAX_LENGTH, () => of.maxLength ?? undefined);
  }
}

function inner(schema: z.ZodType): z.ZodType {
  return schema instanceof z.ZodDefault || schema instanceof z.ZodNullable || schema instanceof z.ZodOptional
    ? inner(schema.unwrap() as z.ZodType)
    : schema;
}

interface Issue {
  readonly path: readonly PropertyKey[];
  readonly message: string;
}

/** What the server said of a field. It stands until the field says something else, or all is sent again. */
interface Told extends Issue {
  readonly of: unknown;
}
const valueAt = (value: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce((at, key) => (at as Readonly<Record<PropertyKey, unknown>> | null | undefined)?.[key], value);

function issuesOf(schema: z.ZodObject, value: unknown): readonly Issue[] {
  const read = schema.safeParse(value, { error: sayIssue });
  return read.success ? [] : read.error.issues;
}

/** Where a schema has no words of its own. */
function sayIssue({ code, origin, input, minimum, maximum }: z.core.$ZodRawIssue): string | undefined {
  if (input === null || input === undefined || input === '') return 'Fill this in.';
  const letters = origin === 'string' ? ' letters' : '';
  if (code === 'too_big') return `At most ${String(maximum)}${letters}.`;
  return code === 'too_small' ? `At least ${String(minimum)}${letters}.` : undefined;
}

function faultAt(root: unknown, { path, message }: Issue): ValidationError.WithFieldTree {
  let tree = root as FieldTree<unknown>;
  for (const key of path)
    tree = (tree as unknown as Record<PropertyKey, FieldTree<unknown> | undefined>)[key] ?? tree;
  return { kind: 'said', message, fieldTree: tree };
}

const pathIn = (path: string, within: string | undefined): string[] => {
  const [first, ...rest] = path.split('.');
  return first === within ? rest : path.split('.');
};

type Failure = Pick<RequestFault, 'sentence' | 'fields'>;

const plain = (sentence: string): Failure => ({ sentence, fields: [] });
const failureOf = (error: unknown): Failure =>
  error instanceof Refused ? plain(error.message) : faultOf(error);
