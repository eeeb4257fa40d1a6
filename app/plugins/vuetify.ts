import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

/** Two lights: by day, and by the lamp (for projectors and evenings). */
const day = {
  dark: false,
  colors: {
    background: '#e9e6df',
    surface: '#fbfaf6',
    'surface-shade': '#f2efe8',
    'on-surface': '#2a2927',
    'on-background': '#2a2927',
    primary: '#2b4c8c',
    'on-primary': '#ffffff',
    ochre: '#96590a',
    error: '#96590a',
    'ink-soft': '#635e55',
    line: '#d8d3c8',
    'round-sheet': '#b4b4b4',
    ledge: '#c9b695',
    'ledge-edge': '#a58f6a',
    'on-ledge': '#33291a',
  },
}
const lamp = {
  dark: true,
  colors: {
    background: '#1f1e1c',
    surface: '#2b2a27',
    'surface-shade': '#353430',
    'on-surface': '#efebe3',
    'on-background': '#efebe3',
    primary: '#a5bdf3',
    'on-primary': '#15223f',
    ochre: '#e5b05c',
    error: '#e5b05c',
    'ink-soft': '#b8b2a6',
    line: '#4a4843',
    'round-sheet': '#585858',
    ledge: '#5a4f3d',
    'ledge-edge': '#3f372a',
    'on-ledge': '#f3ead9',
  },
}

export default defineNuxtPlugin(nuxt => {
  const kept = localStorage.getItem('little-easel-light')
  const theme = kept === 'lamp' || kept === 'day' ? kept : 'day'
  nuxt.vueApp.use(
    createVuetify({
      icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
      theme: { defaultTheme: theme, themes: { day, lamp } },
      defaults: {
        VBtn: { variant: 'flat', rounded: 'lg' },
        VTextField: { variant: 'outlined', density: 'comfortable', color: 'primary' },
        VTextarea: { variant: 'outlined', density: 'comfortable', color: 'primary' },
        VCard: { rounded: 'lg' },
      },
    }),
  )
})
