import fc from 'fast-check'
import { afterEach, expect, test, vi } from 'vitest'
import { browserStorage, windowStorage } from './storage.ts'

afterEach(() => {
  vi.restoreAllMocks()
})
const refuse = () => {
  throw new DOMException('no room', 'QuotaExceededError')
}
const BLOCKS = {
  'as usual': () => undefined,
  'no room': () => vi.spyOn(Storage.prototype, 'setItem').mockImplementation(refuse),
  forbidden: () => {
    for (const act of ['getItem', 'setItem', 'removeItem', 'clear'] as const) vi.spyOn(Storage.prototype, act).mockImplementation(refuse)
  },
}

const KEYS = fc.constantFrom('a', 'b', 'c')
const step = fc.oneof(fc.tuple(fc.constant('write' as const), KEYS, fc.string()), fc.tuple(fc.constant('remove' as const), KEYS))

test.each(Object.entries(BLOCKS))('%s: what was written last is read, until it is removed', (_, block) => {
  block()
  fc.assert(
    fc.property(fc.array(step), (steps) => {
      for (const storage of [browserStorage, windowStorage]) {
        storage.clear()
        const expected = new Map<string, string>()
        for (const [act, key, text] of steps) {
          if (act === 'write') {
            storage.write(key, text)
            expected.set(key, text)
          } else {
            storage.remove(key)
            expected.delete(key)
          }
        }
        for (const key of ['a', 'b', 'c']) expect(storage.read(key)).toBe(expected.get(key) ?? null)
      }
    }),
  )
})

test('when there is room again, what is written is kept by the browser', () => {
  const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(refuse)
  browserStorage.write('a', 'first')
  full.mockRestore()
  browserStorage.write('a', 'second')
  expect(localStorage.getItem('a')).toBe('second')
  localStorage.setItem('a', 'by another window')
  expect(browserStorage.read('a')).toBe('by another window')
})
