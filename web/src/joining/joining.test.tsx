import { screen, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { NOBODY, PLACES } from '../../tests/samples.ts'

const joining = { bring: 'your papers', terms: 'What is borrowed comes back.', guardianUnder: 16 }

test('a card is asked for: who is young names a guardian, terms are agreed to, and it is said what is left for the desk', async () => {
  const { server, user } = open('/join', { session: NOBODY, places: { ...PLACES, joining }, applyForCard: { reference: 'KQ4T7X' } })
  expect(await screen.findByText(/^One card works at/)).toBeVisible()
  const send = screen.getByRole('button', { name: 'Apply for a card' })
  await user.click(send)
  expect(screen.getByText('Tick this to get a card.')).toBeVisible()
  await user.type(screen.getByLabelText(/^Full name, as on/), 'Nan Ebb')
  await user.type(screen.getByLabelText(/^Date of birth/), '2015-03-01')
  await user.type(screen.getByLabelText(/^Address/), '1 Mole Quay')
  await user.click(screen.getByRole('checkbox', { name: 'I agree to these terms.' }))
  await user.type(screen.getByLabelText('Email'), 'nan@, odd@example.org')
  await user.click(send)
  expect(server.asked('applyForCard')).toEqual([])
  await user.type(screen.getByLabelText(/^Name of a parent/), 'Odd Ebb')
  await user.click(send)
  expect(await screen.findByText('Enter an email address, like name@example.org.')).toBeVisible()
  expect(server.asked('applyForCard')).toEqual([])
  await user.clear(screen.getByLabelText('Email'))
  await user.type(screen.getByLabelText('Email'), 'nan@example.org')
  await user.click(send)
  expect(await screen.findByText(/Bring your papers, and quote KQ4T7X/)).toBeVisible()
  expect(server.asked('applyForCard')[0]?.body).toEqual({ name: 'Nan Ebb', born: '2015-03-01', guardian: 'Odd Ebb', address: '1 Mole Quay', mail: 'nan@example.org', telephone: '', branch: expect.any(String) as string, agreed: true }) // prettier-ignore
})

test('where cards are made at desks alone, it is said so; from signing in one gets there', async () => {
  const { user } = open('/card', { session: NOBODY })
  await user.click(await within(screen.getByRole('main')).findByRole('button', { name: 'Sign in' }))
  await user.click(within(await screen.findByRole('dialog', { name: 'Sign in' })).getByRole('link', { name: 'Get a card' }))
  expect(await screen.findByText(/You can get a card at any desk\./)).toBeVisible()
  expect(screen.queryByRole('dialog')).toBeNull()
})
