import { definePreset } from '@primeuix/themes'
import Aura from '@primeuix/themes/aura'

const damson = {
  50: '#f7f2f7',
  100: '#ebe0ec',
  200: '#d8c3d9',
  300: '#bd9bbf',
  400: '#96669a',
  500: '#5b2a5e',
  600: '#512554',
  700: '#451f47',
  800: '#38193a',
  900: '#2b132c',
  950: '#1c0c1d',
}

/** Square, quiet, one colour for what can be acted on; see docs/design.md. */
export const preset = definePreset(Aura, {
  primitive: { borderRadius: { none: '0', xs: '1px', sm: '2px', md: '2px', lg: '3px', xl: '3px' } },
  semantic: {
    primary: damson,
    focusRing: { width: '3px', style: 'solid', color: '#1f6a94', offset: '2px' },
    formField: { paddingX: '0.6rem', paddingY: '0.5rem', borderRadius: '2px' },
    colorScheme: {
      light: {
        surface: {
          0: '#fbfcfb',
          50: '#f4f6f4',
          100: '#edf0ee',
          200: '#dde1dd',
          300: '#c9cec9',
          400: '#9d9aa2',
          500: '#77717d',
          600: '#5f5864',
          700: '#463f4b',
          800: '#332b38',
          900: '#211a26',
          950: '#140f17',
        },
        primary: { color: '#5b2a5e', contrastColor: '#ffffff', hoverColor: '#451f47', activeColor: '#38193a' },
        highlight: { background: '#5b2a5e', focusBackground: '#451f47', color: '#ffffff', focusColor: '#ffffff' },
        text: { color: '#211a26', mutedColor: '#5f5864' },
        formField: { background: '#fbfcfb', borderColor: '#8b858f', color: '#211a26', hoverBorderColor: '#5b2a5e' },
      },
    },
  },
})
