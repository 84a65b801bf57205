import { readFileSync } from 'node:fs';
import * as z from 'zod';
import { serveStandIn } from '../stand-in.js';
import { dockApp } from './app.js';
import { SimulatedDock } from './dock.js';
import { SimulatedDrivesFileSchema } from './drive.js';

const SettingsSchema = z.object({
  PETRICHOR_DOCK_PORT: z.coerce.number().int().min(1).max(65_535),
  PETRICHOR_DOCK_DRIVES: z.string().min(1),
  PETRICHOR_DOCK_SPEED: z.coerce.number().min(1).max(100_000).default(400),
});

/** Starts the simulated dock on loopback; prints `ready` when it answers. */
function main(): void {
  const settings = SettingsSchema.parse(process.env);
  const file = SimulatedDrivesFileSchema.parse(
    JSON.parse(readFileSync(settings.PETRICHOR_DOCK_DRIVES, 'utf8')),
  );
  const dock = new SimulatedDock(file.drives, settings.PETRICHOR_DOCK_SPEED, () => Date.now());
  serveStandIn(dockApp(dock), settings.PETRICHOR_DOCK_PORT);
}

main();
