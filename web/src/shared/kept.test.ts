import { renderHook } from '@testing-library/react'
import { expect, test } from 'vitest'
import { useKept } from './kept.ts'

test('where nothing was kept, the same value stands under every name, so that nothing is drawn for it', () => {
  const { result, rerender } = renderHook(({ name }) => useKept<string[]>(name, [])[0], { initialProps: { name: 'one' } })
  const first = result.current
  rerender({ name: 'other' })
  expect(result.current).toBe(first)
})
