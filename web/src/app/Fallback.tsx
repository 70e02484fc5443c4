/** What is shown where there is nothing to show, and where a screen failed. */
import { Component, type ReactNode } from "react";
import { Link } from "react-router";

export function NothingHere() {
  return (
    <main className="p-10">
      <h1 className="part-name text-2xl">Nothing is kept at this address</h1>
      <p className="mt-2">
        The shelf has everything that is:{" "}
        <Link className="text-tide underline" to="/">
          go to the shelf
        </Link>
        .
      </p>
    </main>
  );
}

/** Catches what a screen throws while it is drawn: the rest of the page stays. */
export class ScreenBoundary extends Component<{ readonly children: ReactNode }, { readonly failed: string | null }> {
  override state = { failed: null };

  static getDerivedStateFromError(error: unknown): { readonly failed: string } {
    return { failed: error instanceof Error ? error.message : String(error) };
  }

  override render(): ReactNode {
    const { failed } = this.state;
    if (failed === null) return this.props.children;
    return (
      <main className="p-10">
        <h1 className="part-name text-2xl">This screen failed</h1>
        <p className="mt-2">What you wrote is kept. Load the page again to go on.</p>
        <pre className="mt-4 whitespace-pre-wrap text-rust">{failed}</pre>
      </main>
    );
  }
}
