import { migrate, serverUrl } from '@petrichor/server';
import pg from 'pg';
import { loadDemo } from '../../cli/src/setup/demo.js';

/**
 * Run by workshop.ts in a process of its own: makes a fresh database NAME, with the demo in it if asked, and
 * prints the address that a server connects by.
 */
const [name = '', what = 'empty'] = process.argv.slice(2);
const url = new URL(process.env['PETRICHOR_TEST_POSTGRES'] ?? '');
const client = new pg.Client({ connectionString: url.href });
await client.connect();
await client.query(`create database "${name}"`);
await client.end();
url.pathname = `/${name}`;
await migrate(url.href);
if (what === 'demo') await loadDemo(url.href);
console.log(await serverUrl(url.href));
