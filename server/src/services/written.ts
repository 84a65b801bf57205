import { sure } from '@petrichor/core/units';
import type { JobNews } from '@petrichor/api';

const MOST = 1000;

/**
 * What this server wrote a moment ago, by the token that goes with its notification: then it need not be read
 * back to be told. What is rolled back is never asked for, since its notification never comes; the oldest
 * goes first.
 */
export class Written {
  private readonly news = new Map<string, JobNews>();

  note(token: string, news: JobNews): void {
    this.news.set(token, news);
    if (this.news.size > MOST) this.news.delete(sure(this.news.keys().next().value));
  }

  /** Once; null: another server wrote it, or it is gone. */
  take(token: string): JobNews | null {
    const news = this.news.get(token) ?? null;
    this.news.delete(token);
    return news;
  }
}
