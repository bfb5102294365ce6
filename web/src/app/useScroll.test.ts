import { expect, test } from 'vitest'
import { beginsAnew } from './useScroll.ts'

const LIST = '/search?q=tide&field=any&as=print&page=3&at=quay'
test.each([
  ['another page of the application', '/card?at=quay', true],
  ['other words', '/search?q=ebb&field=any&as=print&at=quay', true],
  ['the same words in another field', '/search?q=tide&field=title&as=print&at=quay', true],
  ['the next page of the list', '/search?q=tide&field=any&as=print&page=4&at=quay', true],
  ['the first page of the list', '/search?q=tide&field=any&as=print&at=quay', true],
  ['narrowed, which leads to the first page', '/search?q=tide&field=any&as=print&language=eng&at=quay', false],
  ['widened', '/search?q=tide&field=any&page=3&at=quay', false],
  ['another order', '/search?q=tide&field=any&as=print&sort=newest&at=quay', false],
  ['another pickup location', '/search?q=tide&field=any&as=print&page=3&at=mole', false],
  ['the same once more', LIST, false],
])('%s begins at the top: %s', (_, to, expected) => {
  const [before, after] = [LIST, to].map((address) => new URL(address, 'http://catalex.test')) as [URL, URL]
  expect(beginsAnew(before, after)).toBe(expected)
})
