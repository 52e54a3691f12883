'use client'
/** Short messages that go away by themselves; those that offer an undo stay longer. */
import { Toaster } from 'sonner'

export const Toasts = () => (
  <Toaster position="bottom-left" toastOptions={{ style: { background: 'var(--ink)', color: 'var(--chalk)', border: 0, borderRadius: 5, font: '14px/1.4 var(--font-sans)' }, actionButtonStyle: { background: 'var(--chalk)', color: 'var(--ink)' } }} />
)
