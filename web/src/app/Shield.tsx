import { Component, type ReactNode } from 'react';

import { Failure } from './Failure';

/** What cannot be drawn is told in words, on a page from which one can go on. */
export class Shield extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    return this.state.failed ? <Failure /> : this.props.children;
  }
}
