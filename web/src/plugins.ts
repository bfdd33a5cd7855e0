/** Vuetify as this program wants it: our two themes, compact square controls, icons as paths. */
import 'vuetify/styles';
import { createVuetify } from 'vuetify';
import {
  mdiCheckboxBlankOutline,
  mdiCheckboxMarked,
  mdiClose,
  mdiCloseCircle,
  mdiMenuDown,
  mdiMinusBox,
} from '@mdi/js';
import { mdi } from 'vuetify/iconsets/mdi-svg';

/** Icons of the parts of fields we use: the whole set is not fetched for them. */
const svg = (path: string) => `svg:${path}`;
const aliases = {
  checkboxOn: svg(mdiCheckboxMarked),
  checkboxOff: svg(mdiCheckboxBlankOutline),
  checkboxIndeterminate: svg(mdiMinusBox),
  clear: svg(mdiCloseCircle),
  close: svg(mdiClose),
  dropdown: svg(mdiMenuDown),
};

const field = { density: 'compact', variant: 'outlined', hideDetails: 'auto' } as const;

export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    defaultTheme: 'day',
    themes: {
      day: {
        dark: false,
        colors: {
          background: '#FAF5EC',
          surface: '#FDF9F1',
          primary: '#9C5A22',
          secondary: '#1E6A66',
          error: '#A8322A',
          'on-background': '#2A211A',
          'on-surface': '#2A211A',
        },
        variables: { 'medium-emphasis-opacity': 0.85, 'high-emphasis-opacity': 1, 'border-opacity': 0.2 },
      },
      night: {
        dark: true,
        colors: {
          background: '#211A15',
          surface: '#261E18',
          primary: '#E0A062',
          'on-primary': '#211A15',
          secondary: '#74C2B8',
          error: '#F0958A',
          'on-background': '#F1E7D8',
          'on-surface': '#F1E7D8',
        },
        variables: { 'medium-emphasis-opacity': 0.85, 'high-emphasis-opacity': 1, 'border-opacity': 0.25 },
      },
    },
  },
  defaults: {
    global: { ripple: false },
    VTextField: field,
    VSelect: { ...field, menuProps: { maxHeight: 420 } },
    VAutocomplete: { ...field, menuProps: { maxHeight: 420 } },
    VTextarea: field,
    VCheckbox: { density: 'compact', hideDetails: true, color: 'primary' },
    VBtn: { rounded: 'sm' },
    VList: { density: 'compact' },
    VDialog: { scrollable: true },
  },
});
