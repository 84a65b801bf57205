import { v4 } from 'uuid';

/**
 * A random id (RFC 9562, version 4), also where the page is no secure context: there the browser has no
 * `randomUUID`.
 */
export const newId = (): string => v4();
