/** PINs: stretched with scrypt, never kept in the clear. */
import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'

const stretch = promisify<string, Buffer, number, { N: number; r: number; p: number }, Buffer>(scrypt)
const COST = { N: 16384, r: 8, p: 1 }
const HASH_BYTES = 32

export async function hashPin(pin: string): Promise<string> {
  const salt = randomBytes(16)
  const hash = await stretch(pin, salt, HASH_BYTES, COST)
  return `${salt.toString('base64')}:${hash.toString('base64')}`
}

/** @param stored what hashPin made */
export async function pinMatches(pin: string, stored: string): Promise<boolean> {
  const [salt = '', hash = ''] = stored.split(':')
  const expected = Buffer.from(hash, 'base64')
  return timingSafeEqual(await stretch(pin, Buffer.from(salt, 'base64'), expected.length, COST), expected)
}
