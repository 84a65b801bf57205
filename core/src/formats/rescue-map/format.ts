import { mapReading, type Format } from '../format.js';
import { looksLikeRescueMap, readRescueMap } from './read.js';

export const rescueMap: Format = {
  id: 'rescue-map',
  say: 'a map of ddrescue',
  sniff: ({ bytes }) => looksLikeRescueMap(bytes),
  read: ({ bytes }) => mapReading(readRescueMap(bytes), (map) => ({ gives: 'map', map })),
};
