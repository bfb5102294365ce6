import { describe, expect, it } from 'vitest'
import { mustBeSent, stateFollowing, type Place } from './following.ts'

const SHELF: Place = { desk: null, bound: null }
const at = (desk: string, bound: string | null = null): Place => ({ desk, bound })

describe('a hold for Ferrygate', () => {
  it.each([
    ['being fetched', 'its shelf', [SHELF]],
    ['in transit', 'the road', [at('northmole', 'ferrygate')]],
    ['in transit', 'a desk elsewhere, before it is sent on', [at('northmole')]],
    ['in transit', 'the road away from there', [at('ferrygate', 'northmole')]],
    ['ready', 'the desk there', [at('ferrygate')]],
    ['being fetched', 'its shelf, with the other piece there already', [at('ferrygate'), SHELF]],
    ['in transit', 'the road, with the other piece there already', [at('ferrygate'), at('northmole', 'ferrygate')]],
    ['ready', 'the desk there with all its pieces', [at('ferrygate'), at('ferrygate')]],
  ] as const)('is %s with its copy on %s', (state, _, pieces) => {
    expect(stateFollowing(pieces, 'ferrygate')).toBe(state)
  })

  it.each([
    [false, 'stands on its shelf', SHELF],
    [false, 'lies there', at('ferrygate')],
    [false, 'goes there', at('northmole', 'ferrygate')],
    [true, 'lies elsewhere', at('northmole')],
    [true, 'goes elsewhere', at('northmole', 'saltpan')],
    [true, 'goes away from there', at('ferrygate', 'northmole')],
  ] as const)('it is %s that a copy must be sent which %s', (sent, _, place) => {
    expect(mustBeSent(place, 'ferrygate')).toBe(sent)
  })
})
