'use client'
/** The studio's button. `main` is the one thing to do next on a view. */
import type { ButtonHTMLAttributes } from 'react'

type Look = 'main' | 'plain' | 'quiet' | 'grave'

const looks: Readonly<Record<Look, string>> = {
  main: 'bg-spruce text-onspruce border-spruce hover:brightness-110',
  plain: 'bg-paper text-ink border-edge hover:bg-wash',
  quiet: 'border-transparent text-ink hover:bg-wash',
  grave: 'bg-paper text-brick border-brick hover:bg-brick-wash',
}

export const buttonClass = (look: Look = 'plain', small = false) =>
  `inline-flex shrink-0 items-center justify-center gap-1.5 rounded-md border font-medium whitespace-nowrap transition-colors disabled:opacity-50 aria-disabled:opacity-50 ${small ? 'h-7 px-2 text-[13px]' : 'h-8 px-3'} ${looks[look]}`

export interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: Look
  readonly small?: boolean
  readonly busy?: boolean
}

export function Button({ look, small, busy, className = '', children, ...rest }: ButtonProps) {
  return (
    <button
      type="button"
      {...rest}
      aria-busy={busy || undefined}
      disabled={rest.disabled || busy}
      className={`${buttonClass(look, small)} ${className}`}
    >
      {children}
    </button>
  )
}
