import { KeyboardSensor, type KeyboardSensorProps } from '@dnd-kit/core'

/**
 * The package says that an entry is picked up a moment before it hears the arrows
 * (it begins to listen in a task of its own). A key pressed in between is kept and
 * given to it once it listens, so that none is lost.
 */
export class PromptKeyboardSensor extends KeyboardSensor {
  constructor(props: KeyboardSensorProps) {
    super(props)
    const early: KeyboardEvent[] = []
    const keep = (event: KeyboardEvent) => {
      event.preventDefault()
      event.stopImmediatePropagation()
      early.push(event)
    }
    document.addEventListener('keydown', keep, true)
    // Tasks run in the order in which they were asked for: the package listens by then.
    setTimeout(() => {
      document.removeEventListener('keydown', keep, true)
      for (const { code, key } of early) document.dispatchEvent(new KeyboardEvent('keydown', { code, key, cancelable: true }))
    })
  }
}
