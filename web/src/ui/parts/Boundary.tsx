/** Keeps what fails in one place in that place: the rest of the page stays as it is. */
import { Component, type ReactNode } from 'react'

interface Props {
  /** What is drawn: another is drawn whatever became of the one before. */
  of?: string
  /** What stands there instead. @param again draws what failed once more */
  failed(error: unknown, again: () => void): ReactNode
  onFailed?(): void
  children: ReactNode
}

export class Boundary extends Component<Props, { error: unknown; hasFailed: boolean }> {
  override state = { error: null as unknown, hasFailed: false }

  static getDerivedStateFromError(error: unknown) {
    return { error, hasFailed: true }
  }

  again = () => {
    this.setState({ error: null, hasFailed: false })
  }

  override componentDidCatch() {
    this.props.onFailed?.()
  }

  override componentDidUpdate(before: Props) {
    if (this.state.hasFailed && before.of !== this.props.of) this.again()
  }

  override render() {
    return this.state.hasFailed ? this.props.failed(this.state.error, this.again) : this.props.children
  }
}
