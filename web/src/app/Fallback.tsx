/** What is shown where there is nothing to show, and where a screen failed. */
import { Link, useRouteError } from "react-router";

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

export function ScreenFailed() {
  const error = useRouteError();
  return (
    <main className="p-10">
      <h1 className="part-name text-2xl">This screen failed</h1>
      <p className="mt-2">What you wrote is kept. Load the page again to go on.</p>
      <pre className="mt-4 whitespace-pre-wrap text-rust">{error instanceof Error ? error.message : String(error)}</pre>
    </main>
  );
}
