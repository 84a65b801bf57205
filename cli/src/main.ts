import { sure } from '@petrichor/core/units';
import { answering, say } from './fault.js';

const HELP = `./petrichor COMMAND

  demo [--fresh]   set up and serve the demo workshop on http://127.0.0.1:4700
  start            the same with an empty workshop that asks for its first account
    --lan          either of them also on the shop's network: HTTPS for tablets, and a page that brings them in
  account list     who may sign in; account reset NAME: a new password for somebody, made here (--demo: of the demo)
  backup [FOLDER]  everything of the shop into a folder; verify FOLDER: restores it on trial and compares it all;
                   restore FOLDER [--until "2026-11-27 14:05"] brings it back; backup --seal-key FILE: the sealed notes' key
  test             everything that is checked: lint, types, unit tests, chaos, browser journeys
                   test chaos [--minutes N] [--seed S]: people at work while everything they stand on is hurt
  bench [ledger]   speed and size figures, one JSON line each; of the Ledger with a million jobs alone
  formats          write the JSON Schemas of docs/formats anew
  screenshots      take the pictures of docs/screenshots anew
  fit --model M --slot S --drive D   judge a drive in a slot and print the verdict as JSON; --all ranks the catalogue
  plan FILE        the cheapest way of a guide's operations to a goal, as JSON
  way FILE         one opening for a list of changes, as JSON; --check ANSWER: which rules an answer breaks
  read FILE        find a file's format by its content and print what it says as JSON

DATABASE_URL set: use that PostgreSQL server and start none.  PETRICHOR_PORT: another port than 4700.`;

/** Answers from the sources, and makes the program that answers next time. */
const quick =
  (name: string) =>
  async (args: string[]): Promise<void> => {
    const { QUICK } = await import('./quick.js');
    await answering(() => sure(QUICK[name])(args));
    await (await import('./setup/quick-build.js')).buildQuick();
  };

const COMMANDS: Record<string, (args: string[]) => Promise<void>> = {
  demo: async (args) => (await import('./commands/serve.js')).serve('demo', args),
  start: async (args) => (await import('./commands/serve.js')).serve('start', args),
  account: async (args) => (await import('./commands/account.js')).account(args),
  backup: async (args) => (await import('./commands/backup.js')).backup(args),
  restore: async (args) => (await import('./commands/backup.js')).restore(args),
  verify: async (args) => (await import('./commands/backup.js')).verify(args),
  test: async (args) => (await import('./commands/test.js')).test(args),
  bench: async (args) => (await import('./commands/bench.js')).bench(args),
  screenshots: async () => (await import('./commands/screenshots.js')).screenshots(),
  formats: async () => {
    (await import('./commands/formats.js')).formats();
  },
  fit: quick('fit'),
  plan: quick('plan'),
  way: quick('way'),
  read: quick('read'),
};

const [name = 'help', ...args] = process.argv.slice(2);
const command = COMMANDS[name];
if (command) {
  await answering(() => command(args));
} else {
  say(HELP);
  process.exitCode = name === 'help' || name === '--help' ? 0 : 2;
}
