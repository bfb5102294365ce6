/** What went wrong, and the way on; loaded when something does. */
import { Suspense } from 'react'
import { lazyWithTexts } from '../shared/i18n.ts'

const TroubleAlert = lazyWithTexts(() => import('./TroubleAlert.tsx'))

export interface TroubleProps {
  error: unknown
  onRetry?(): void
}

export function Trouble(props: TroubleProps) {
  return (
    <Suspense fallback={<div role="alert" />}>
      <TroubleAlert {...props} />
    </Suspense>
  )
}
