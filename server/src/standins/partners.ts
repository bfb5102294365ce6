/** Libraries elsewhere, which lend what nobody here has; they are asked one after the other. Of the demo alone. */
import type { Partner } from '@catalex/core/living'

export const PARTNERS: readonly Partner[] = [
  { name: 'Marlfen County Libraries', answers: [1, 2], travels: [2, 4], declines: 45, late: 20, lends: 21 },
  { name: 'Eastmark Reading Society', answers: [1, 3], travels: [3, 6], declines: 35, late: 25, lends: 28 },
  { name: 'Skerrick University Library', answers: [2, 4], travels: [4, 8], declines: 30, late: 35, lends: 28 },
]
