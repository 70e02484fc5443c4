/** Controls that a part of the page hands down to whatever is inside it. */
import { createContext, type Provider, useContext } from "react";

/** The provider of the controls, and the hook that asks for them; used outside the part it throws. */
export function controlsOf<C>(name: string, part: string): readonly [provider: Provider<C | null>, use: () => C] {
  const Context = createContext<C | null>(null);
  const useControls = (): C => {
    const controls = useContext(Context);
    if (!controls) throw new Error(`The ${name}'s controls are used outside the ${part}.`);
    return controls;
  };
  return [Context.Provider, useControls];
}
