'use client'
/** Runs an action of a view: says what went wrong, shows the view's data anew when it worked. */
import { useRouter } from 'next/navigation'
import { useBusy } from '../parts/useBusy'

export function useAct(): { busy: boolean; act: (work: () => Promise<unknown>) => Promise<boolean> } {
  const router = useRouter()
  const { busy, run } = useBusy()
  const act = (work: () => Promise<unknown>) =>
    run(async () => {
      await work()
      router.refresh()
    })
  return { busy, act }
}
