import { screen, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { copy, neighbours, PLACES, spine, titlePage } from '../../tests/samples.ts'

test('a call number is explained part by part, with its place between its neighbours', async () => {
  const explained = {
    text: 'REF 823 ASH',
    scheme: 'dewey' as const,
    parts: [
      { text: 'REF', kind: 'prefix' as const, heading: null },
      { text: '823', kind: 'dewey' as const, heading: '82' },
      { text: 'ASH', kind: 'mark' as const, heading: null },
    ],
  }
  const { user, server } = open('/titles/p1', {
    places: { ...PLACES, prefixes: [{ prefix: 'REF', meaning: 'Reference shelves' }] },
    title: titlePage({ copies: [copy('b1', 'quay')] }),
    callNumber: explained,
    neighbours: ({ query }) =>
      query.get('size') === '1' ? neighbours({ spines: ['a5', 'b1', 'c1'].map((one) => spine(one)) }) : neighbours(),
  })
  await user.click((await screen.findAllByRole('button', { name: 'Call number 823 ASH explained' }))[0]!)
  const dialog = within(await screen.findByRole('dialog', { name: 'Call number 823 ASH explained' }))
  expect((await dialog.findAllByRole('definition')).map((one) => one.textContent)).toEqual([
    'Reference shelves. A separate section: everything with this prefix is shelved together.',
    'English literature. The subject, as a three-digit number.',
    'The first letters of the author or title, alphabetical.',
  ])
  expect(server.asked('callNumber').at(-1)?.path).toBe('/api/copies/b1/call-number')
  const labels = await dialog.findAllByRole('listitem')
  expect(labels.map((one) => one.textContent)).toEqual(['823.9a5', '823.9b1', '823.9c1'])
  expect(labels[1]).toHaveAttribute('aria-current', 'true')
})
