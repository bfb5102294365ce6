/** Single keys of the application: silent while somebody types, chooses from a list, or has a dialog open. */
import { useHotkeys } from 'react-hotkeys-hook'

const TEXT_FIELDS = 'input:not([type="checkbox"]), textarea, select'

const busy = (event: KeyboardEvent): boolean =>
  (event.target instanceof Element && event.target.matches(TEXT_FIELDS)) || document.querySelector('[role="dialog"]') !== null

export function useKeys(keys: string, onPress: () => void, dependencies: readonly unknown[] = []): void {
  useHotkeys(keys, onPress, { enableOnFormTags: true, ignoreEventWhen: busy, preventDefault: true, useKey: true }, [...dependencies])
}
