import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Textures of causes, in order of appearance; a texture belongs to a cause on the whole screen. */
export const TEXTURES = [
  { ground: 'var(--s2)', pattern: 'url(#t-dash)' },
  { ground: 'var(--s5)', pattern: 'url(#t-dots)' },
  { ground: 'var(--s0)', pattern: 'url(#t-upright)' },
  { ground: 'var(--s6)', pattern: 'url(#t-slant)' },
  { ground: 'var(--s3)', pattern: 'url(#t-back)' },
  { ground: 'var(--s1)', pattern: 'url(#t-rings)' },
  { ground: 'var(--s4)', pattern: 'url(#t-level)' },
  { ground: 'var(--panel)', pattern: 'url(#t-cross)' },
] as const;

/** Definitions of the textures; once a page that draws bands. */
@Component({
  selector: 'p-texture-patterns',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="0" height="0" aria-hidden="true">
      <defs>
        <pattern id="t-dash" width="14" height="10" patternUnits="userSpaceOnUse">
          <path d="M1 3h6M8 8h6" />
        </pattern>
        <pattern id="t-dots" width="10" height="10" patternUnits="userSpaceOnUse">
          <circle cx="2.5" cy="2.5" r="1.1" />
          <circle cx="7.5" cy="7.5" r="1.1" />
        </pattern>
        <pattern id="t-upright" width="9" height="9" patternUnits="userSpaceOnUse">
          <path d="M4.5 0v9" />
        </pattern>
        <pattern id="t-slant" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 8L8 0" />
        </pattern>
        <pattern id="t-back" width="12" height="12" patternUnits="userSpaceOnUse">
          <path d="M0 0L12 12" />
        </pattern>
        <pattern id="t-rings" width="12" height="12" patternUnits="userSpaceOnUse">
          <circle class="ring" cx="6" cy="6" r="3" />
        </pattern>
        <pattern id="t-level" width="10" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3H10" />
        </pattern>
        <pattern id="t-cross" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 0L8 8M8 0L0 8" />
        </pattern>
      </defs>
    </svg>
  `,
  styles: `
    svg {
      position: absolute;
    }
    path,
    .ring {
      fill: none;
      stroke: var(--deep);
      stroke-width: 1;
      opacity: 0.34;
    }
    circle:not(.ring) {
      fill: var(--deep);
      opacity: 0.5;
    }
  `,
})
export class TexturePatterns {}
