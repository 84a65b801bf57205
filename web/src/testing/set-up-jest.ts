import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless/index.mjs';

setupZonelessTestEnv();

// jsdom has none of these; drawings, overlays and deferred parts only ask whether they are there.
class Observer {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
const media = () => ({
  matches: false,
  addEventListener: () => undefined,
  removeEventListener: () => undefined,
});
Object.assign(window, { matchMedia: media, ResizeObserver: Observer, IntersectionObserver: Observer });
Element.prototype.scrollIntoView = () => undefined;
