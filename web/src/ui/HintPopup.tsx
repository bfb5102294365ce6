import Tooltip from '@mui/material/Tooltip'

/** The popup of a hint, at an element that is not its child. What it says stands in the label of that element, too. */
export default function HintPopup({ text, anchor, onClose }: { text: string; anchor: HTMLElement; onClose(): void }) {
  return (
    <Tooltip open title={text} onClose={onClose} slotProps={{ popper: { anchorEl: anchor } }}>
      <span aria-hidden="true" />
    </Tooltip>
  )
}
