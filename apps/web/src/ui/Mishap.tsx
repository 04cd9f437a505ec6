import { Component, type ReactNode } from 'react';
import { Action } from './controls';

interface Props {
  /** What would be missing, at the beginning of a sentence. */
  what: string;
  children: ReactNode;
}

/** Catches what goes wrong while something is drawn, so that the rest of the page stays. */
export class Mishap extends Component<Props, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    if (!this.state.failed) return this.props.children;
    return (
      <div role="alert" className="p-4 text-[13px]">
        <p className="mb-2">{this.props.what} could not be drawn. Nothing that was saved is lost.</p>
        <Action onClick={() => this.setState({ failed: false })}>Try again</Action>
      </div>
    );
  }
}
