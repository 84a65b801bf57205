import type { Rule } from '../rule.js';
import { bayHardware } from './bay-hardware.js';
import { capacity } from './capacity.js';
import { height } from './height.js';
import { key } from './key.js';
import { lengthAndPost } from './length-and-post.js';
import { outline } from './outline.js';
import { protocol } from './protocol.js';

/** In the order a technician would check them: what can rule a drive out at a glance comes first. */
export const RULES: readonly Rule[] = [outline, key, protocol, lengthAndPost, height, bayHardware, capacity];
