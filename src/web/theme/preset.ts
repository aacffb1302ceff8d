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

/** What stops or takes away: the shades of rowan. */
const rowan = {
  ...{ 50: '#fbf1f2', 100: '#f6dfe1', 200: '#eec0c5', 300: '#e2949c', 400: '#d66b76', 500: '#a81c2d' },
  ...{ 600: '#971928', 700: '#801522', 800: '#68111c', 900: '#510d16', 950: '#38090f' },
}

/** Square, quiet, one colour for what can be acted on; see docs/design.md. */
const TOGGLE = {
  root: {
    ...{ background: 'var(--paper)', checkedBackground: 'var(--damson)', hoverBackground: 'var(--paper)', borderColor: 'var(--outline)' },
    ...{ color: 'var(--ink)', hoverColor: 'var(--damson)', checkedColor: 'var(--paper)', checkedBorderColor: 'var(--damson)' },
  },
  content: { checkedBackground: 'transparent' },
}

export const preset = definePreset(Aura, {
  primitive: {
    red: rowan,
    borderRadius: { none: '0', xs: '1px', sm: '2px', md: '2px', lg: '3px', xl: '3px' },
  },
  semantic: {
    primary: damson,
    focusRing: { width: '3px', style: 'solid', color: 'var(--ice)', offset: '2px' },
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
        formField: {
          background: '#fbfcfb',
          borderColor: '#8b858f',
          color: '#211a26',
          hoverBorderColor: '#5b2a5e',
          placeholderColor: '#5f5864',
          invalidPlaceholderColor: '#5f5864',
        },
      },
      dark: {
        surface: {
          0: '#ffffff',
          50: '#ece8ee',
          100: '#d9d3dd',
          200: '#b3abb9',
          300: '#958d9d',
          400: '#857d8d',
          500: '#645d6d',
          600: '#4c4655',
          700: '#3d3946',
          800: '#2b2834',
          900: '#221f2b',
          950: '#191720',
        },
        primary: { color: '#cfa3d6', contrastColor: '#1d1022', hoverColor: '#dcb9e1', activeColor: '#e6cbea' },
        highlight: { background: '#3c2b41', focusBackground: '#4d3753', color: '#ece8ee', focusColor: '#ece8ee' },
        text: { color: '#ece8ee', mutedColor: '#b3abb9' },
        formField: {
          background: '#221f2b',
          borderColor: '#857d8d',
          color: '#ece8ee',
          hoverBorderColor: '#cfa3d6',
          placeholderColor: '#b3abb9',
          invalidPlaceholderColor: '#b3abb9',
        },
      },
    },
  },
  // Tables and trees lie on the sheet: ruled, not boxed, and what is chosen keeps the colours of its states.
  components: {
    datatable: {
      headerCell: {
        background: 'var(--film)',
        hoverBackground: 'var(--wash)',
        selectedBackground: 'transparent',
        selectedColor: 'var(--damson)',
        borderColor: 'var(--ink)',
        padding: '0.35rem 0.6rem',
      },
      row: { background: 'transparent', hoverBackground: 'var(--paper)', selectedBackground: 'var(--wash)', selectedColor: 'var(--ink)' },
      bodyCell: { borderColor: 'var(--hair)', padding: '0.45rem 0.6rem' },
      sortIcon: { color: 'var(--outline)' },
    },
    tabs: { tablist: { background: 'transparent' }, tab: { padding: '0.5rem 0.9rem' }, activeBar: { height: '3px', bottom: '-1px' } },
    // Views of one thing: as the choices of a card, the one that is looked at filled.
    togglebutton: {
      root: { borderRadius: '0', padding: '0', fontWeight: '500' },
      content: { padding: '0.5rem 0.9rem', borderRadius: '0', checkedShadow: 'none' },
      colorScheme: { light: TOGGLE, dark: TOGGLE },
    },
    selectbutton: { root: { borderRadius: '0' } },
    paginator: { root: { background: 'transparent', padding: '0.4rem 0' } },
    tree: {
      root: { background: 'transparent', padding: '0' },
      node: { padding: '0.15rem 0.4rem', hoverBackground: 'var(--paper)', selectedBackground: 'var(--wash)', selectedColor: 'var(--ink)' },
      nodeToggleButton: { borderRadius: '2px', selectedHoverBackground: 'var(--paper)' },
    },
  },
})
