import type { Volumes } from '@catalex/contract/title'

/** A volume of a journal, as its table needs it. */
export type VolumeLine = Volumes['volumes'][number]
