import { DAY, NIGHT } from '../../core/drawing/palette.js'

/** What all charts share: our colours and letters, nothing that moves, no tools over the picture. */

const nonce = typeof document === 'undefined' ? undefined : document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content

export function chartLook(theme: string) {
  const night = theme === 'night'
  const palette = night ? NIGHT : DAY
  return {
    palette,
    chart: {
      ...{ nonce, fontFamily: 'inherit', foreColor: palette.soft, background: 'transparent', animations: { enabled: false } },
      ...{ toolbar: { show: false }, zoom: { enabled: false }, parentHeightOffset: 0 },
    },
    tooltip: night ? 'dark' : 'light',
  }
}
