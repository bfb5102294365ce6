/** What browsers have and jsdom has not. */
import '@testing-library/jest-dom/vitest'
import { cleanup, configure } from '@testing-library/react'
import { afterAll, afterEach, vi } from 'vitest'
import { speedUpComputedStyles } from './computedStyles.ts'

speedUpComputedStyles()

// As long as a loaded machine may need.
configure({ asyncUtilTimeout: 20_000, getElementError: (message) => new Error(message?.split('\n\n')[0] ?? 'not found') })

class Never {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
vi.stubGlobal('ResizeObserver', Never)
vi.stubGlobal('IntersectionObserver', Never)
window.scrollTo = () => undefined
Element.prototype.scrollIntoView = () => undefined
Element.prototype.scrollBy = () => undefined
Element.prototype.scrollTo = () => undefined

afterEach(() => {
  cleanup()
  sessionStorage.clear()
  localStorage.clear()
})

// A part that is still being loaded when its file ends would stay unloaded for every file after it.
afterAll(() => vi.dynamicImportSettled())

// The DOM of the tests reads files by a reader alone.
Blob.prototype.text = function text(this: Blob) {
  return new Promise((resolve) => {
    const reader = new FileReader()
    reader.onload = () => {
      resolve(String(reader.result))
    }
    reader.readAsText(this)
  })
}
