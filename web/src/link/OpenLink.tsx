/** A link that holds a pattern, opened: the pattern is on the bench, and the first edit saves it. */
import { fromFile } from "@lamprey/api/files";
import { LinkFault, readLink } from "@lamprey/api/link";
import { useEffect, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { makeUnkept } from "../draft/unkept.ts";

export function OpenLink() {
  const { hash } = useLocation();
  const navigate = useNavigate();
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => {
    document.title = "A pattern from a link · Lamprey";
    let useless = false;
    readLink(hash).then(
      (read) => {
        if (useless) return;
        const { tags: _, ...specimen } = fromFile(read);
        // The link is not left in the history: going back would make another one.
        void navigate(`/bench/${makeUnkept(specimen)}`, { replace: true });
      },
      (error: unknown) => {
        if (!useless) setFault(error instanceof LinkFault ? error.message : String(error));
      },
    );
    return () => {
      useless = true;
    };
  }, [hash, navigate]);
  if (fault === null) return <p className="p-10 text-ink-2">The pattern is being unpacked …</p>;
  return (
    <main className="p-10">
      <h1 className="part-name text-2xl">This link cannot be opened</h1>
      <p className="mt-2">{fault}</p>
      <p className="mt-3">
        <Link to="/" className="key">
          To the shelf
        </Link>
      </p>
    </main>
  );
}
