import type { Rule } from '../rule.js';
import { bayHardware } from './bay-hardware.js';
import { capacity } from './capacity.js';
import { connector } from './connector.js';
import { driveSensor } from './drive-sensor.js';
import { firmware } from './firmware.js';
import { heat } from './heat.js';
import { height } from './height.js';
import { insulation } from './insulation.js';
import { jumpers } from './jumpers.js';
import { key } from './key.js';
import { lengthAndPost } from './length-and-post.js';
import { limits } from './limits.js';
import { outline } from './outline.js';
import { pad } from './pad.js';
import { power } from './power.js';
import { protocol } from './protocol.js';
import { screw } from './screw.js';
import { secondDrive } from './second-drive.js';
import { sharing } from './sharing.js';
import { soldered } from './soldered.js';
import { speed } from './speed.js';
import { usedUp } from './used-up.js';
import { variant } from './variant.js';

/** In the order a technician would check them: what can rule a drive out at a glance comes first. */
export const RULES: readonly Rule[] = [
  soldered,
  outline,
  key,
  connector,
  protocol,
  variant,
  secondDrive,
  sharing,
  lengthAndPost,
  height,
  insulation,
  pad,
  screw,
  bayHardware,
  driveSensor,
  usedUp,
  jumpers,
  power,
  heat,
  firmware,
  limits,
  capacity,
  speed,
];
