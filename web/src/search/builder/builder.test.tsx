import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { address, open, type Opened } from '../../../tests/open.tsx'
import { answer } from '../../../tests/samples.ts'
import { Refused } from '../../../tests/server.ts'

const WHOLE = answer([], { facets: { ...answer([]).facets, language: { eng: 9, fre: 2 }, audience: { children: 3 } } })
const heading = () => screen.findByRole('heading', { level: 1, name: 'Build a search' })

async function choose({ user }: Opened, label: string, at: number, option: string) {
  await user.click(screen.getAllByRole('combobox', { name: label })[at]!)
  await user.click(within(await screen.findByRole('listbox')).getByRole('option', { name: option }))
}

test('rows become CQL with its count, and the same rows come back from it', async () => {
  const opened = open('/builder', { search: WHOLE, count: { count: 12 } })
  const { user, server } = opened
  await heading()
  expect(screen.getByRole('status')).toHaveTextContent('Fill in a row to see how many titles it finds.')
  const show = () => screen.getByRole('button', { name: /^Show/ })
  expect(show()).toBeDisabled()
  await user.type(screen.getByRole('textbox', { name: 'Words' }), 'salt ledger')
  await choose(opened, 'Field', 0, 'Title')
  await choose(opened, 'Match', 0, 'has the phrase')
  await user.click(screen.getByRole('button', { name: 'Add a row' }))
  await choose(opened, 'Combine with the row above', 0, 'but not')
  await user.type(screen.getAllByRole('textbox', { name: 'Words' })[1]!, 'fog')
  await waitFor(() => {
    expect(show()).toHaveTextContent('Show 12 titles')
  })
  const q = server.asked('count').at(-1)?.query.get('q')
  expect(screen.getByText(q!)).toBeVisible()
  await choose(opened, 'Language', 0, 'French')
  await user.type(screen.getByRole('textbox', { name: 'From year' }), '1990')
  await user.click(show())
  await waitFor(() => {
    expect(address()).toMatch(/^\/search/)
  })
  expect(Object.fromEntries(new URLSearchParams(window.location.search))).toEqual({ q, language: 'fre', yearFrom: '1990', at: 'quay' })
  await user.click(screen.getByRole('link', { name: 'Build a search' }))
  await heading()
  expect(screen.getAllByRole('textbox', { name: 'Words' }).map((box) => (box as HTMLInputElement).value)).toEqual(['salt ledger', 'fog'])
  expect(
    screen
      .getAllByRole('combobox')
      .map((box) => box.textContent)
      .filter(Boolean),
  ).toEqual(expect.arrayContaining(['Title', 'has the phrase', 'but not', 'French']))
  await user.click(screen.getAllByRole('button', { name: 'Remove this row' })[1]!)
  expect(screen.getAllByRole('textbox', { name: 'Words' })).toHaveLength(1)
})

test('words with a minus come along as a row that excludes them', async () => {
  open('/builder?q=horse+-zebra', { search: WHOLE, count: { count: 1 } })
  await heading()
  expect(screen.getAllByRole('textbox', { name: 'Words' }).map((box) => (box as HTMLInputElement).value)).toEqual(['horse', 'zebra'])
  expect(screen.getByRole('combobox', { name: 'Combine with the row above' })).toHaveTextContent('but not')
})

test('trouble with the count is said, with another try', async () => {
  const { server, user } = open('/builder?q=horse', { search: WHOLE, count: new Refused('busy') })
  expect(await screen.findByText('The catalogue is very busy. Try again in a moment.')).toBeVisible()
  server.reply({ count: { count: 3 } })
  await user.click(screen.getByRole('button', { name: 'Try again' }))
  await waitFor(() => {
    expect(screen.queryByText('The catalogue is very busy. Try again in a moment.')).toBeNull()
  })
})
