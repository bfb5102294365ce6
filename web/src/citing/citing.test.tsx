import { screen, within } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { open } from '../../tests/open.tsx'
import { answer, row, titlePage } from '../../tests/samples.ts'
import { Refused } from '../../tests/server.ts'

const cited = (text: string) => [{ controlNumber: 'p1', pieces: [{ text: 'Ashdown, V. (2011). ', italic: false }, { text, italic: true }, { text: '.', italic: false }] }] // prettier-ignore

test('a title is cited in the style chosen, copied with its italics, and the caution stands beside it', async () => {
  const { user, server } = open('/titles/p1', {
    title: titlePage(),
    citations: ({ query }) => cited(query.get('style') === 'mla' ? 'The Salt Ledger' : 'The salt ledger'),
  })
  await user.click(await screen.findByRole('button', { name: 'Cite' }))
  const dialog = await screen.findByRole('dialog', { name: 'Cite 1 title' })
  expect(await within(dialog).findByText('The salt ledger')).toHaveProperty('tagName', 'I')
  expect(within(dialog).getByText(/Check capitals and names against your style guide/)).toBeVisible()
  await user.click(within(dialog).getByRole('combobox', { name: 'Style' }))
  await user.click(await screen.findByRole('option', { name: 'MLA, 9th edition' }))
  expect(await within(dialog).findByText('The Salt Ledger')).toBeVisible()
  expect(server.asked('citations').at(-1)?.query.getAll('titles')).toEqual(['p1'])
  vi.stubGlobal('ClipboardItem', class { constructor(readonly parts: Record<string, Blob>) {} }) // prettier-ignore
  const write = vi.spyOn(navigator.clipboard, 'write').mockResolvedValue()
  await user.click(within(dialog).getByRole('button', { name: 'Copy' }))
  const { parts } = write.mock.calls[0]?.[0][0] as unknown as { parts: Record<string, Blob> }
  expect(await parts['text/plain']?.text()).toBe('Ashdown, V. (2011). The Salt Ledger.')
  expect(await parts['text/html']?.text()).toContain('<i>The Salt Ledger</i>')
})

test('all that was found is taken along as a file of the very search', async () => {
  const { user } = open('/search?q=salt&in=quay&format=book&at=quay', { search: answer([row('p1', 'The salt ledger')], { count: 6000 }) })
  await user.click(await screen.findByRole('button', { name: 'Download the first 5,000 titles' }))
  const link = await screen.findByRole('menuitem', { name: 'RIS, for reference managers' })
  const address = new URL(link.getAttribute('href') ?? '', 'http://catalex.test')
  expect([address.pathname, address.searchParams.get('q'), address.searchParams.get('in'), address.searchParams.get('format')]).toEqual(['/export.ris', 'salt', 'quay', 'book']) // prettier-ignore
})

test('titles go by email to an address that is one; what the server says is said', async () => {
  localStorage.setItem('catalex.satchel', JSON.stringify([{ controlNumber: 'p1', barcode: null, added: '2026-11-25T10:00:00.000Z' }]))
  const { user, server } = open('/satchel', {
    rows: [row('p1', 'The salt ledger')],
    mailTitles: new Refused('too-many-messages', { minutes: 60 }),
  })
  await user.click(await screen.findByRole('button', { name: 'Email' }))
  const dialog = await screen.findByRole('dialog', { name: 'Email 1 title' })
  await user.type(within(dialog).getByRole('textbox', { name: 'Email address' }), 'ines')
  await user.click(within(dialog).getByRole('button', { name: 'Send email' }))
  expect(await within(dialog).findByText(/Enter an email address, like/)).toBeVisible()
  expect(server.asked('mailTitles')).toHaveLength(0)
  await user.type(within(dialog).getByRole('textbox', { name: 'Email address' }), '@example.org')
  await user.click(within(dialog).getByRole('button', { name: 'Send email' }))
  expect(await within(dialog).findByRole('alert')).toBeVisible()
  server.reply({ mailTitles: undefined })
  await user.click(within(dialog).getByRole('button', { name: 'Send email' }))
  expect(await within(dialog).findByText('Email sent to ines@example.org.')).toBeVisible()
  expect(server.asked('mailTitles').at(-1)?.body).toEqual({ to: 'ines@example.org', titles: ['p1'], language: 'en' })
  localStorage.clear()
})
