/** A sentence that matters where it stands: look at this (marigold), or broken (brick). Never by colour alone. */
import { CircleAlert, Info, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'

const tones = {
  info: { look: 'bg-wash text-ink', Icon: Info },
  look: { look: 'bg-marigold-wash text-marigold', Icon: TriangleAlert },
  broken: { look: 'bg-brick-wash text-brick', Icon: CircleAlert },
} as const

export function Notice({
  tone = 'info',
  children,
  role,
}: {
  tone?: keyof typeof tones
  children: ReactNode
  role?: 'alert' | 'status'
}) {
  const { look, Icon } = tones[tone]
  return (
    <div role={role} className={`flex items-start gap-2 rounded-md px-3 py-2 ${look}`}>
      <Icon aria-hidden className="mt-0.5 size-4 shrink-0" />
      <div className="min-w-0 break-words">{children}</div>
    </div>
  )
}
