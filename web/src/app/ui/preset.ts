import { definePreset } from '@primeuix/themes';
import Nora from '@primeuix/themes/nora';

// PrimeNG asks for a scale; ours has one blue and its wash, so the scale runs from the one to the other.
const rain = Object.fromEntries(
  [50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950].map((step) => [
    step,
    step < 300 ? 'var(--rain-wash)' : step < 600 ? 'var(--rain)' : 'var(--rain-ink)',
  ]),
);

const scheme = {
  primary: {
    color: 'var(--rain)',
    contrastColor: 'var(--on-rain)',
    hoverColor: 'var(--rain-ink)',
    activeColor: 'var(--rain-ink)',
  },
  highlight: {
    background: 'var(--rain-wash)',
    focusBackground: 'var(--rain-wash)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  text: {
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    mutedColor: 'var(--muted)',
    hoverMutedColor: 'var(--deep)',
  },
  content: {
    background: 'var(--panel)',
    hoverBackground: 'var(--rain-wash)',
    borderColor: 'var(--line-strong)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  formField: {
    background: 'var(--panel)',
    disabledBackground: 'var(--s0)',
    borderColor: 'var(--edge)',
    hoverBorderColor: 'var(--ink)',
    focusBorderColor: 'var(--rain)',
    invalidBorderColor: 'var(--clay)',
    color: 'var(--ink)',
    disabledColor: 'var(--muted)',
    placeholderColor: 'var(--muted)',
    invalidPlaceholderColor: 'var(--clay)',
    iconColor: 'var(--muted)',
    shadow: 'none',
  },
  overlay: {
    select: { background: 'var(--panel)', borderColor: 'var(--ink)', color: 'var(--ink)' },
    popover: { background: 'var(--panel)', borderColor: 'var(--ink)', color: 'var(--ink)' },
    modal: { background: 'var(--panel)', borderColor: 'var(--ink)', color: 'var(--ink)' },
  },
  list: {
    option: {
      focusBackground: 'var(--rain-wash)',
      selectedBackground: 'var(--rain-wash)',
      selectedFocusBackground: 'var(--rain-wash)',
      color: 'var(--ink)',
      focusColor: 'var(--ink)',
      selectedColor: 'var(--ink)',
      selectedFocusColor: 'var(--ink)',
    },
  },
};

/**
 * Our look as a PrimeNG preset: the values are the variables of styles.css, so that there is one source for
 * both.
 */
export const PetrichorPreset = definePreset(Nora, {
  primitive: { borderRadius: { none: '0', xs: '3px', sm: '3px', md: '3px', lg: '3px', xl: '3px' } },
  semantic: {
    primary: rain,
    focusRing: { width: '3px', style: 'solid', color: 'var(--rain)', offset: '2px', shadow: 'none' },
    formField: {
      paddingX: '12px',
      paddingY: '10px',
      borderRadius: '3px',
      focusRing: { width: '3px', style: 'solid', color: 'var(--rain)', offset: '1px', shadow: 'none' },
    },
    overlay: {
      select: { shadow: 'none', borderRadius: '3px' },
      popover: { shadow: 'none', borderRadius: '3px' },
      modal: { shadow: 'none', borderRadius: '3px' },
    },
    list: { option: { padding: '12px 14px', borderRadius: '0' } },
    colorScheme: { light: scheme, dark: scheme },
  },
  components: {
    progressbar: {
      root: { background: 'var(--s3)', borderRadius: '0', height: '9px' },
      value: { background: 'var(--rain)' },
    },
    togglebutton: {
      root: { padding: '0', borderRadius: '3px' },
      content: { padding: '10px 14px' },
      colorScheme: Object.fromEntries(
        (['light', 'dark'] as const).map((mode) => [
          mode,
          {
            root: {
              background: 'var(--panel)',
              checkedBackground: 'var(--ink)',
              hoverBackground: 'var(--rain-wash)',
              borderColor: 'var(--edge)',
              checkedBorderColor: 'var(--ink)',
              color: 'var(--ink)',
              hoverColor: 'var(--ink)',
              checkedColor: 'var(--panel)',
            },
            content: { checkedBackground: 'var(--ink)' },
          },
        ]),
      ),
    },
    datatable: {
      headerCell: {
        padding: '8px 12px',
        background: 'transparent',
        borderColor: 'var(--line-strong)',
        color: 'var(--muted)',
      },
      bodyCell: { padding: '10px 12px', borderColor: 'var(--line)' },
      row: { background: 'transparent', color: 'var(--ink)' },
    },
  },
});
