/** What the petrichor command and the tests use; the server itself starts in main.ts. */
export { makeApp, type AppParts } from './app.js';
export { makeRoles, migrate, NewerDatabase, pendingMigrations, schemaVersion, serverUrl } from './migrate.js';
export { addAccount, makeFirstAccount } from './services/accounts.js';
export { Feed } from './services/feed.js';
export { JobService } from './services/jobs.js';
export { checkRecord, countRecord, type RecordCheck } from './services/record-check.js';
export { openDatabase, type Database } from './store/database.js';
export { putDrives, putModel, putParts } from './store/knowledge.js';
export { accountBySignInName, anyAccount, listAllAccounts } from './store/accounts.js';
export { changePerson, resetPassword } from './services/people.js';
export type { Acting } from './services/acting.js';
