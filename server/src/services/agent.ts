import { ProblemSchema, type Problem } from '@petrichor/api';
import { cut, keepable } from '@petrichor/core/units';
import * as z from 'zod';
import { Refused } from '../refused.js';

const LONGEST_WAIT_MS = 4000;
const MOST_BYTES = 8_000_000;
const MOST_PROBLEM_BYTES = 64_000;
const MOST_WORDS = 300;
/** What an agent may answer that is passed on as it is. */
const SAID: ReadonlySet<number> = new Set([404, 409, 413, 422, 503]);
/** Codes that say something of this server or of who is signed in. */
const OURS: ReadonlySet<string> = new Set([
  'not-signed-in',
  'role',
  'locked',
  'database-away',
  'other-command',
  'other-host',
  'other-origin',
]);

/** What is said when an agent is not set up, does not answer, or answers something else than was agreed. */
export interface AgentWords {
  readonly code: string;
  readonly none: string;
  readonly away: string;
  readonly nonsense: string;
}

/**
 * A program beside this one that is asked over HTTP: the dock, a supplier. Everything it says is checked
 * against the contract; that it may be away is part of it.
 */
export class Agent {
  /** @param url its address; null: this installation has none. */
  constructor(
    readonly url: string | null,
    private readonly words: AgentWords,
  ) {}

  async ask<S extends z.ZodType>(
    schema: S,
    method: string,
    path: string,
    body?: object,
    most = MOST_BYTES,
  ): Promise<z.output<S>> {
    const read = schema.safeParse(keepable(parseJson(await this.text(method, path, body, most))));
    if (!read.success) throw this.nonsense();
    return read.data;
  }

  /** @param most bytes of an answer; a longer one is none that was agreed */
  async text(method: string, path: string, body?: object, most = MOST_BYTES): Promise<string> {
    if (this.url === null) throw new Refused(404, `no-${this.words.code}`, this.words.none);
    let response: Response;
    let text: string;
    try {
      response = await fetch(this.url + path, {
        method,
        // What answers at its address is the agent, and nothing it sends us on to.
        redirect: 'manual',
        signal: AbortSignal.timeout(LONGEST_WAIT_MS),
        ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
      });
      text = await wholeText(response, response.ok ? most : MOST_PROBLEM_BYTES);
    } catch (error) {
      if (error instanceof TooMuch) throw this.nonsense();
      throw new Refused(503, `${this.words.code}-away`, this.words.away);
    }
    if (response.ok) return text;
    const problem = ProblemSchema.safeParse(parseJson(text));
    if (problem.success) throw this.said(response.status, problem.data);
    throw response.status >= 500 ? this.away() : this.nonsense();
  }

  /**
   * A refusal of the agent's, in its own words; never one of this server's: it signs nobody out, and is of no
   * other kind.
   */
  private said(status: number, { code, detail }: Problem): Refused {
    const words = cut(keepable(detail).replace(/\s+/g, ' ').trim(), MOST_WORDS);
    if (words === '' || OURS.has(code) || !/^[a-z][a-z0-9-]{0,39}$/.test(code)) return this.nonsense();
    return new Refused(SAID.has(status) ? status : 409, code, words);
  }

  private nonsense(): Refused {
    return new Refused(502, `${this.words.code}-nonsense`, this.words.nonsense);
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

class TooMuch extends Error {}

/** The body as text, read no further than it may be long. */
async function wholeText(response: Response, most: number): Promise<string> {
  if (!response.body) return '';
  const pieces: Uint8Array[] = [];
  let bytes = 0;
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  for (let read = await reader.read(); !read.done; read = await reader.read()) {
    bytes += read.value.length;
    if (bytes > most) {
      await reader.cancel();
      throw new TooMuch();
    }
    pieces.push(read.value);
  }
  return Buffer.concat(pieces).toString('utf8');
}
