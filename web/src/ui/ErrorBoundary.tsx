import { Component, type ReactNode } from "react";
import { Button } from "./Button";

interface Props {
  /** What can't be shown, as a sentence names it. */
  what: string;
  /** Another thing is shown: try again. */
  of?: unknown;
  children: ReactNode;
}

/** Keeps a mistake in one place of the page from taking the rest along. */
export class ErrorBoundary extends Component<Props, { error: Error | null; of: unknown }> {
  override state = { error: null as Error | null, of: this.props.of };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  static getDerivedStateFromProps(props: Props, state: { of: unknown }) {
    return props.of === state.of ? null : { of: props.of, error: null };
  }

  override render() {
    const { error } = this.state;
    if (!error) return this.props.children;
    return (
      <div role="alert" className="m-4 max-w-xl self-start rounded-md border border-alarm bg-alarm-wash p-4">
        <p className="font-semibold">{this.props.what} can't be shown: something went wrong in this page.</p>
        <p className="my-2 text-sm">Your work is kept. Undo the last change, or show it again.</p>
        <p className="mb-2 font-mono text-xs text-soft">{error.message}</p>
        <Button onClick={() => this.setState({ error: null })}>Show it again</Button>
      </div>
    );
  }
}
