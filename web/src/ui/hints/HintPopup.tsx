import Tooltip from '@mui/material/Tooltip'

/** In a row of things with gaps it would be one more, and move what somebody is about to press. */
const OUT_OF_THE_WAY = { position: 'absolute' } as const

/** The popup of a hint, at an element that is not its child. What it says stands in the label of that element, too. */
export default function HintPopup({ text, anchor, onClose }: { text: string; anchor: HTMLElement; onClose(): void }) {
  return (
    <Tooltip open title={text} onClose={onClose} slotProps={{ popper: { anchorEl: anchor } }}>
      <span aria-hidden="true" style={OUT_OF_THE_WAY} />
    </Tooltip>
  )
}
