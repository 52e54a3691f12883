import type { Metadata, Viewport } from 'next'
import localFont from 'next/font/local'
import { cookies } from 'next/headers'
import type { ReactNode } from 'react'
import { appearanceCookie, isAppearance } from '@/studio/account/appearance'
import { Toasts } from '@/studio/parts/Toasts'
import './globals.css'

const heading = localFont({
  src: '../../node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
  variable: '--font-heading',
  weight: '200 800',
})
const text = localFont({
  src: '../../node_modules/@fontsource-variable/instrument-sans/files/instrument-sans-latin-wght-normal.woff2',
  variable: '--font-interface',
  weight: '400 700',
})
const code = localFont({
  src: '../../node_modules/@fontsource-variable/spline-sans-mono/files/spline-sans-mono-latin-wght-normal.woff2',
  variable: '--font-code',
  weight: '300 700',
})

export const metadata: Metadata = {
  title: { default: 'Yimble', template: '%s · Yimble' },
  description: 'Widgets for client sites, from source to snippet',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1 }
export const dynamic = 'force-dynamic'

export default async function Layout({ children }: { children: ReactNode }) {
  const chosen = (await cookies()).get(appearanceCookie)?.value
  return (
    <html
      lang="en"
      data-appearance={isAppearance(chosen) ? chosen : 'system'}
      className={`${heading.variable} ${text.variable} ${code.variable}`}
    >
      <body>
        {children}
        <Toasts />
      </body>
    </html>
  )
}
