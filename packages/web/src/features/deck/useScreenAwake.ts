import { useEffect } from 'react'
import { useAppSelector } from '../../state/store.ts'

/** Keeps the screen on while the switch is on and the page is seen. */
export function useScreenAwake(): void {
  const { awake } = useAppSelector(({ preferences }) => preferences.deck)
  useEffect(() => {
    if (!awake || !('wakeLock' in navigator)) return undefined
    let lock: WakeLockSentinel | undefined
    const take = (): void => {
      if (document.visibilityState === 'visible')
        void navigator.wakeLock
          .request('screen')
          .then((held) => (lock = held))
          .catch(() => undefined)
    }
    take()
    document.addEventListener('visibilitychange', take)
    return () => {
      document.removeEventListener('visibilitychange', take)
      void lock?.release()
    }
  }, [awake])
}
