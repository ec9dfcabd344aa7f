import { definePreset } from '@primeuix/themes';
import base from '@primeuix/themes/aura/base';
import css from '@primeuix/themes/aura/css';
import badge from '@primeuix/themes/aura/badge';
import button from '@primeuix/themes/aura/button';
import dialog from '@primeuix/themes/aura/dialog';
import drawer from '@primeuix/themes/aura/drawer';
import iconfield from '@primeuix/themes/aura/iconfield';
import inputtext from '@primeuix/themes/aura/inputtext';
import ripple from '@primeuix/themes/aura/ripple';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import slider from '@primeuix/themes/aura/slider';
import textarea from '@primeuix/themes/aura/textarea';
import togglebutton from '@primeuix/themes/aura/togglebutton';
import toggleswitch from '@primeuix/themes/aura/toggleswitch';
import tooltip from '@primeuix/themes/aura/tooltip';
import virtualscroller from '@primeuix/themes/aura/virtualscroller';

/** The components that Nelbo shows: the theme of all that there are would lie in the first load. */
const shown = {
  ...base,
  // Its types name an export that the file does not have: the text is its default.
  css: css as unknown as string,
  components: {
    badge,
    button,
    dialog,
    drawer,
    iconfield,
    inputtext,
    ripple,
    select,
    selectbutton,
    slider,
    textarea,
    togglebutton,
    toggleswitch,
    tooltip,
    virtualscroller,
  },
};

/** Nelbo's own preset: ink on paper, square-ish corners, hairlines, no shadows on what does not float. */
export const NelboPreset = definePreset(shown, {
  primitive: { borderRadius: { none: '0', xs: '2px', sm: '2px', md: '3px', lg: '4px', xl: '4px' } },
  semantic: {
    primary: {
      50: '#e9efee',
      100: '#cfdcdb',
      200: '#a6bdbc',
      300: '#7b9b9b',
      400: '#4b7172',
      500: '#12292c',
      600: '#10262a',
      700: '#0e1f21',
      800: '#0b191b',
      900: '#081213',
      950: '#050b0c',
    },
    focusRing: { width: '2px', style: 'solid', color: '#b83b08', offset: '2px' },
    formField: { paddingX: '0.6rem', paddingY: '0.42rem', borderRadius: '{border.radius.sm}' },
    colorScheme: {
      light: {
        surface: {
          0: '#fbf9f4',
          50: '#f5f2ea',
          100: '#ece8dd',
          200: '#dcdacf',
          300: '#bfc6bf',
          400: '#8d9995',
          500: '#5b6c6b',
          600: '#43555a',
          700: '#2c4044',
          800: '#1c3235',
          900: '#12292c',
          950: '#0b191b',
        },
        primary: {
          color: '#12292c',
          contrastColor: '#fbf9f4',
          hoverColor: '#22454a',
          activeColor: '#0b191b',
        },
        formField: {
          background: '#fffdf8',
          borderColor: '#7d8b88',
          hoverBorderColor: '#12292c',
          focusBorderColor: '#12292c',
          color: '#12292c',
          placeholderColor: '#5b6c6b',
          invalidBorderColor: '#b83b08',
        },
        text: { color: '#12292c', mutedColor: '#52625f' },
        highlight: {
          background: '#dfeaec',
          focusBackground: '#cfdfe2',
          color: '#12292c',
          focusColor: '#12292c',
        },
      },
    },
  },
  components: {
    button: { root: { paddingY: '0.55rem', paddingX: '0.95rem' } },
    togglebutton: {
      root: {
        padding: '0.1rem',
        checkedBackground: '#12292c',
        checkedBorderColor: '#12292c',
        background: '#fffdf8',
        borderColor: '#12292c',
        color: '#12292c',
        checkedColor: '#fbf9f4',
        hoverBackground: '#ece8dd',
        hoverColor: '#12292c',
      },
      content: {
        checkedBackground: '#12292c',
        checkedShadow: 'none',
        padding: '0.22rem 0.6rem',
        borderRadius: '2px',
      },
    },
    drawer: { content: { padding: '0 1.25rem 1.25rem' }, header: { padding: '1rem 1.25rem' } },
  },
});
