/** Every key, and every word of our own in one sentence. */
import { Dialog } from "radix-ui";
import { TRANSPORT } from "../reel/transport.ts";
import { GLOSSARY } from "../shared/glossary.ts";
import { Key } from "../shared/Key.tsx";
import { type KeyName, keyWords } from "../shared/keys.ts";
import { ACTIONS } from "./actions.ts";

/** Keys that an editor has while the caret is in it. */
const EDITOR_KEYS = [
  ["In the sample: find a text", "Ctrl+F"],
  ["In the pattern: list what may follow", "Ctrl+Space"],
] as const;

export function KeysAndWords({ close }: { readonly close: () => void }) {
  const keyed = ACTIONS.flatMap(({ words, key }) => (key ? [{ words, key }] : []));
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="menu fixed left-1/2 top-[5%] z-30 flex max-h-[90%] w-[min(980px,95vw)] -translate-x-1/2 flex-col"
        >
          <header className="flex items-baseline border-b border-rule px-5 py-2">
            <Dialog.Title className="part-name text-[19px]">Keys and words</Dialog.Title>
            <Dialog.Close className="key ml-auto">Close</Dialog.Close>
          </header>
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
          <section className={COLUMNS} tabIndex={0} aria-label="Keys and words">
            <section>
              <h3 className="part-name mb-1 text-[16px] text-ink-2">Keys</h3>
              <p className="mb-2 text-[13px] text-ink-2">
                The second key serves where no text is being edited. On a Mac, Cmd stands for Ctrl and Option for Alt.
              </p>
              <table className="w-full">
                <tbody>
                  {keyed.map(({ words, key }) => (
                    <KeyRow key={key} words={words} name={key} />
                  ))}
                  {TRANSPORT.flatMap(({ windings }) => windings).map(({ label, key }) => (
                    <KeyRow key={key} words={label} name={key} />
                  ))}
                  <KeyRow words="Play the reel, and halt it" name="play" />
                  {EDITOR_KEYS.map(([words, keys]) => (
                    <tr key={keys} className="border-b border-rule-soft">
                      <th scope="row" className="py-[3px] pr-3 text-left font-normal">
                        {words}
                      </th>
                      <td className="whitespace-nowrap py-[3px] pr-3">
                        <kbd className="rounded-sm border border-rule px-1 font-sans text-[12px]">{keys}</kbd>
                      </td>
                      <td />
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
            <section>
              <h3 className="part-name mb-1 text-[16px] text-ink-2">Words</h3>
              <dl>
                {Object.entries(GLOSSARY).map(([word, sentence]) => (
                  <div key={word} className="grid grid-cols-[96px_1fr] gap-3 border-b border-rule-soft py-[4px]">
                    <dt className="part-name">{word}</dt>
                    <dd>{sentence}</dd>
                  </div>
                ))}
              </dl>
            </section>
          </section>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function KeyRow({ words, name }: { readonly words: string; readonly name: KeyName }) {
  return (
    <tr className="border-b border-rule-soft">
      <th scope="row" className="py-[3px] pr-3 text-left font-normal">
        {words}
      </th>
      <td className="whitespace-nowrap py-[3px] pr-3">
        <Key name={name} />
      </td>
      <td className="whitespace-nowrap py-[3px] text-[13px] text-ink-2">{keyWords(name, "outside")}</td>
    </tr>
  );
}

const COLUMNS = "grid min-h-0 gap-x-8 overflow-auto px-5 py-3 min-[820px]:grid-cols-[minmax(0,9fr)_minmax(0,11fr)]";
