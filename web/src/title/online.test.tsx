import { screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { address, open } from '../../tests/open.tsx'
import { answer, edition, row, titlePage } from '../../tests/samples.ts'

const VERSION = { url: 'https://read.example/tide', label: 'Open edition' }

test('a row and a title say where it is read online, and how they stand in their own script', async () => {
  const found = row('p1', 'More i solʹ', { titleInScript: 'Море и соль', online: VERSION })
  open('/search?q=more', { search: answer([found]) })
  const link = await screen.findByRole('link', { name: 'More i solʹ, Open edition (opens in a new window)' })
  expect(link).toHaveAttribute('href', VERSION.url)
  expect(link).toHaveAttribute('rel', 'noreferrer noopener')
  expect(screen.getByText('Море и соль')).toBeVisible()
})

test('a title that no library has a copy of is read online, and says nothing of copies', async () => {
  const none = edition('p1', { tally: { inNow: 0, owned: 0, elsewhere: 0 } })
  open('/search?q=tide&online=true', { search: answer([row('p1', 'Tide tables', { online: VERSION, editions: [none] })]) })
  expect(await screen.findByText(/read online: Open edition/)).toBeVisible()
  expect(screen.queryByText('Not at the libraries you chose')).toBeNull()
  expect(screen.queryByRole('button', { name: /^Show branches/ })).toBeNull()
})

test('the title page has every version online, the script of the title and of its people', async () => {
  const page = titlePage()
  const [author] = page.description.people
  const description = {
    ...page.description,
    titleInScript: 'Море и соль',
    people: [{ ...author!, inScript: 'Лебедь, Вера' }],
    otherScripts: [
      { field: 'title' as const, text: 'Море и соль' },
      { field: 'publisher' as const, text: 'Изд-во' },
    ],
    online: [VERSION, { url: 'https://read.example/other', label: null }],
  }
  open('/titles/p1', { title: { ...page, description } })
  expect(await screen.findByText('Море и соль')).toBeVisible()
  expect(screen.getByText('Лебедь, Вера')).toBeVisible()
  expect(screen.getByText('Изд-во')).toBeVisible()
  expect(screen.getAllByRole('link', { name: /opens in a new window/ })).toHaveLength(2)
})

test('“online too” goes into the address and stays; an empty list offers it with its count', async () => {
  const { server, user } = open('/search?q=tide', { search: answer([], { online: 3 }) })
  server.reply({ search: answer([row('p1', 'Tide tables', { editions: [edition('p1', { title: 'Tide tables' })] })]) })
  await user.click(await screen.findByRole('button', { name: 'Include online titles: 3 titles' }))
  expect(address()).toBe('/search?q=tide&online=true')
  expect(await screen.findByRole('checkbox', { name: 'include online' })).toBeChecked()
  expect(server.asked('search').at(-1)?.query.get('online')).toBe('true')
  await user.click(screen.getByRole('checkbox', { name: 'include online' }))
  expect(address()).toBe('/search?q=tide')
})

test('headings without a title in these places come when they are asked for', async () => {
  const line = { label: 'Ashdown, Vera', count: 2, see: null, also: [], titles: [] }
  const { server, user } = open('/browse/person', { browse: { position: 0, next: 9, total: 9, headings: [line] } })
  await screen.findByRole('link', { name: 'Ashdown, Vera' })
  expect(server.asked('browse').at(-1)?.query.get('empty')).toBe('false')
  server.reply({ browse: { position: 0, next: 9, total: 9, headings: [line, { ...line, label: 'Brae, Hugh', count: 0 }] } })
  await user.click(screen.getByRole('checkbox', { name: 'Also show entries with no titles in these libraries' }))
  expect(await screen.findByText('none in these libraries')).toBeVisible()
  expect(server.asked('browse').at(-1)?.query.get('empty')).toBe('true')
})
