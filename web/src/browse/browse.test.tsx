import type { BrowseAnswer } from '@catalex/contract/search'
import { act, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { address, open } from '../../tests/open.tsx'

/** A hundred names, with another form before the 40th; asked for by letters it begins at the 40th. */
const names = Array.from({ length: 100 }, (_, i) => `Name ${String(i).padStart(3, '0')}`)
const line = (label: string, see: string | null = null) => ({ label, count: see === null ? 2 : 0, see, also: [], titles: [] })
const part = (position: number, size: number): BrowseAnswer => ({
  position,
  next: Math.min(position + size, names.length),
  total: names.length,
  headings: names.slice(position, position + size).flatMap((name) => (name === names[40] ? [line('Nahme, A.', names[7]), line(name)] : [line(name)])),
}) // prettier-ignore
const browse = ({ query }: { query: URLSearchParams }) => {
  const position = Number(query.get('position') ?? 40)
  return part(position, query.has('until') ? Number(query.get('until')) - position : Number(query.get('size')))
}

/** Edges of the list come into sight when a test says so. */
let sights: (() => void)[] = []
beforeEach(() => {
  sights = []
  vi.stubGlobal('IntersectionObserver', class {
    private readonly sight: () => void
    constructor(seen: (entries: { isIntersecting: boolean }[]) => void) {
      this.sight = () => {
        seen([{ isIntersecting: true }])
      }
    }
    observe() {
      sights.push(this.sight)
    }
    disconnect() {
      sights = sights.filter((other) => other !== this.sight)
    }
  }) // prettier-ignore
})

const list = () => screen.findByRole('region', { name: 'People' })
const shown = async () =>
  within(await list())
    .getAllByRole('listitem')
    .map((item) => within(item).getAllByRole('link')[0]?.textContent)

test('headings begin at the letters, go on and back, each once and in order, with other names where they stand', async () => {
  const { server } = open('/browse/person?from=name+040', { browse })
  await waitFor(async () => {
    expect(await shown()).toHaveLength(41)
  })
  expect(await list()).toHaveTextContent('Nahme, A. see Name 007')
  expect((await list()).querySelector('[data-start="true"]')).toHaveTextContent(/Nahme/)
  const count = async (lines: number) => {
    act(() => {
      for (const sight of sights) sight()
    })
    await waitFor(async () => {
      expect(await shown()).toHaveLength(lines)
    })
  }
  await count(81)
  await count(101)
  expect(await shown()).toEqual([...names.slice(0, 40), 'Name 007', ...names.slice(40)])
  expect(
    server
      .asked('browse')
      .map(({ query }) => query.get('position'))
      .sort(),
  ).toEqual(['0', '80', null])
  expect(await list()).toHaveTextContent('End of the list')
  expect(screen.getByText('100 entries. Scroll, or use the arrow keys.')).toBeVisible()
})

test('keys begin at the letters and go from heading to heading; Enter leads to its titles', async () => {
  const { user } = open('/browse/person?from=name+040', {
    browse: { position: 40, next: 43, total: 43, headings: ['a', 'b', 'c'].map((name) => line(name)) },
  })
  await list()
  await user.keyboard('j')
  expect(screen.getByRole('link', { name: 'a' })).toHaveFocus()
  await user.keyboard('jj{ArrowDown}k')
  expect(screen.getByRole('link', { name: 'b' })).toHaveFocus()
  await user.keyboard('{Enter}')
  expect(address()).toBe('/search?person=b')
})

test('other kinds and other letters are a press away, and the place line goes along', async () => {
  const { server, user } = open('/browse/person?in=quay', { browse: { position: 0, next: 1, total: 1, headings: [line('Ashdown, Vera')] } })
  await list()
  expect(screen.getByRole('link', { name: 'People' })).toHaveAttribute('aria-current', 'page')
  await user.click(screen.getByRole('link', { name: 'Call numbers' }))
  expect(address()).toBe('/browse/call-number?in=quay')
  await user.type(screen.getByRole('textbox', { name: 'Start at call number' }), '823 A{Enter}')
  expect(new URLSearchParams(window.location.search).get('from')).toBe('823 A')
  await waitFor(() => {
    expect(Object.fromEntries(server.asked('browse').at(-1)!.query)).toMatchObject({ kind: 'call-number', from: '823 A', in: 'quay' })
  })
})
