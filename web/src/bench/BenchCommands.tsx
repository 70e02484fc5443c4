/** The command menu of the bench: every action, every winding, the samples of this specimen. */
import { type Construct, escapeConstructs, groupConstructs } from "@lamprey/core";
import { sampleShown } from "../draft/draftSlice.ts";
import { CommandMenu, Heading, Item } from "../menu/CommandMenu.tsx";
import { TRANSPORT } from "../reel/transport.ts";
import { useEngineControls } from "../run/controls.ts";
import { usePattern } from "../run/patternHandle.ts";
import { partShown } from "../state/layoutSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { ACTIONS } from "./actions.ts";
import { useActionContext } from "./useActions.ts";

export function BenchCommands({ close }: { readonly close: () => void }) {
  const dispatch = useAppDispatch();
  const controls = useEngineControls();
  const pattern = usePattern();
  const context = useActionContext(controls, pattern);
  const samples = useAppSelector((s) => s.draft.fields.samples);
  const { dialect, flags } = useAppSelector((s) => s.draft.fields);
  return (
    <CommandMenu
      close={close}
      offers={(after) => (
        <>
          <Heading name="The bench">
            {ACTIONS.filter(({ id }) => id !== "commands").map(({ id, words, also = "", key, act }) => (
              <Item key={id} value={`${words} ${also}`} words={words} keyName={key} act={after(() => act(context()))} />
            ))}
          </Heading>
          <Heading name="Winding the reel">
            {TRANSPORT.flatMap(({ windings }) => windings).map(({ label, key, wind }) => (
              <Item key={key} value={`wind ${label}`} words={label} keyName={key} act={after(() => wind(controls))} />
            ))}
          </Heading>
          <Heading name="Insert into the pattern">
            {firstOfName([...groupConstructs(dialect), ...escapeConstructs(dialect, flags)]).map(({ text, caret, name, meaning }) => (
              <Item
                key={`${name} ${text}`}
                value={`insert ${name} ${meaning}`}
                words={`Insert: ${name}`}
                source={text}
                act={after(() => pattern.current?.insert(text, caret))}
              />
            ))}
          </Heading>
          <Heading name="Samples of this pattern">
            {samples.map(({ key, name }) => (
              <Item
                key={key}
                value={`sample ${name} ${key}`}
                words={name}
                act={after(() => {
                  dispatch(sampleShown(key));
                  dispatch(partShown("sample"));
                })}
              />
            ))}
          </Heading>
        </>
      )}
    />
  );
}

/** Of constructs that have the same name, the first; those without a name are not looked for by one. */
const firstOfName = (constructs: readonly Construct[]): readonly Construct[] =>
  constructs.filter(({ name }, at) => name !== "" && constructs.findIndex((each) => each.name === name) === at);
