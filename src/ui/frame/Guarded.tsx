'use client';

import { Component, type ReactNode } from 'react';

/** Keeps a fault of one part of a page to that part: the others stay. */
export class Guarded extends Component<{ what: string; children: ReactNode }, { error: Error | undefined }> {
  override state: { error: Error | undefined } = { error: undefined };

  static getDerivedStateFromError(error: Error): { error: Error } {
    return { error };
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    return (
      <section role="alert" className="plate guarded">
        <b>{this.props.what} cannot be shown:</b> {error.message}
        <br />
        <span className="quiet">This is a fault of Gorge. Everything else goes on, and nothing is lost.</span>
      </section>
    );
  }
}
