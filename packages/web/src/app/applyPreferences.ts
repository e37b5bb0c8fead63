import { isNight, onSystemNight } from '../state/preferences.ts'
import { appStore } from '../state/store.ts'
import { speakAs } from '../ui/locale.ts'

/** What lies outside of React follows the preferences: the page's colours and the words of numbers and clocks. Called before anything is drawn, so that it hears of a change before the screens do. */
export function applyPreferences(): void {
  const apply = (): void => {
    const { preferences } = appStore.getState()
    document.documentElement.classList.toggle('dark', isNight(preferences))
    speakAs(preferences.locale)
  }
  apply()
  appStore.subscribe(apply)
  onSystemNight(apply)
}
