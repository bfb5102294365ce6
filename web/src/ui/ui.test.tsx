/** Small parts that stand in many places. */
import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { expect, test } from 'vitest'
import { SecretField } from './SecretField.tsx'
import { Words } from './Words.tsx'

test.each([
  ['La marea', 'spa', 'es'],
  ['al-Baḥr wa-al-milḥ', 'ara', 'ar-Latn'],
  ['البحر والملح', 'ara', 'ar'],
  ['ha-Yam ha-aḥaron, 2019', 'heb', 'he-Latn'],
  ['Более и соль', 'rus', 'ru'],
  ['1984', 'ara', 'ar'],
  ['Sea and salt', 'und', null],
  ['Sea and salt', undefined, null],
])('%s, in %s, is marked %s', (text, language, tag) => {
  render(<Words language={language}>{text}</Words>)
  expect(screen.getByText(text).getAttribute('lang')).toBe(tag)
})

test('a PIN is hidden until whoever types it wants to see it', async () => {
  const user = userEvent.setup()
  render(<SecretField label="PIN" defaultValue="4711" />)
  const field = screen.getByLabelText('PIN')
  const show = screen.getByRole('button')
  expect([field, show].map((element) => element.getAttribute('type'))).toEqual(['password', 'button'])
  await user.click(show)
  expect(field).toHaveAttribute('type', 'text')
  expect(show).toHaveAttribute('aria-pressed', 'true')
  await user.click(show)
  expect(field).toHaveAttribute('type', 'password')
})
