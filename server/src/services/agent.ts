import { ProblemSchema } from '@petrichor/api';
import * as z from 'zod';
import { Refused } from '../refused.js';

const LONGEST_WAIT_MS = 4000;

/** What is said when an agent is not set up, does not answer, or answers something else than was agreed. */
export interface AgentWords {
  readonly code: string;
  readonly none: string;
  readonly away: string;
  readonly nonsense: string;
}

/** A program beside this one that is asked over HTTP: the dock, a supplier. Everything it says is checked against the contract; that it may be away is part of it. */
export class Agent {
  /** @param url its address; null: this installation has none. */
  constructor(
    readonly url: string | null,
    private readonly words: AgentWords,
  ) {}

  async ask<S extends z.ZodType>(schema: S, method: string, path: string, body?: object): Promise<z.output<S>> {
    const read = schema.safeParse(parseJson(await this.text(method, path, body)));
    if (!read.success) throw new Refused(502, `${this.words.code}-nonsense`, this.words.nonsense);
    return read.data;
  }

  async text(method: string, path: string, body?: object): Promise<string> {
    if (this.url === null) throw new Refused(404, `no-${this.words.code}`, this.words.none);
    let response: Response;
    try {
      response = await fetch(this.url + path, {
        method,
        signal: AbortSignal.timeout(LONGEST_WAIT_MS),
        ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
      });
      const text = await response.text();
      if (response.ok) return text;
      const problem = ProblemSchema.safeParse(parseJson(text));
      throw problem.success ? new Refused(response.status, problem.data.code, problem.data.detail) : this.away();
    } catch (error) {
      if (error instanceof Refused) throw error;
      throw this.away();
    }
  }

  private away(): Refused {
    return new Refused(503, `${this.words.code}-away`, this.words.away);
  }
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
