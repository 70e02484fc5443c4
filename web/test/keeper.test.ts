/** The keeper: what is noted, what is sent, and when the server is away, late or contradicts. */
import { afterAll, afterEach, beforeAll, describe, expect, jest, test } from "@jest/globals";
import type { Specimen, SpecimenChange } from "@lamprey/api";
import { basedOn, changeOf, type DraftFields, fieldsOf, keepable, withinBounds } from "../src/draft/fields.ts";
import type { Entry } from "../src/draft/journal.ts";
import { type ChangeAnswer, Keeper } from "../src/draft/keeper.ts";
import { baseAgainst, MOST_SENT, type SentMarks, withSent } from "../src/draft/sent.ts";

const specimen: Specimen = {
  id: "s",
  title: "Gates",
  pattern: "gate",
  dialect: "ecmascript",
  flags: "g",
  notes: "",
  template: "",
  expectations: "",
  setAside: "",
  revision: 1,
  createdAt: "",
  updatedAt: "",
  deletedAt: null,
  samples: [{ id: "one", name: "sample", text: "a gate", length: 6 }],
};
const fields = fieldsOf(specimen);

// What the journal cannot do is said in the browser's log.
beforeAll(() => {
  jest.spyOn(console, "warn").mockImplementation(() => {});
});
afterAll(() => {
  jest.restoreAllMocks();
});

let turn = 0;
afterEach(() => void turn++);
/** A moment; no keeper goes on behind its test. */
const wait = (): Promise<void> => {
  const own = turn;
  return new Promise((done) => setTimeout(() => own === turn && done(), 1));
};

const refusal = (status: number, detail = "", current?: Specimen): ChangeAnswer => ({
  status,
  data: { type: "", title: "", status, detail, ...(current && { current }) },
});

/** A keeper, and a server that answers as told; null where it takes what it is sent. */
function setUp(answers: (change: SpecimenChange, kept: Specimen) => ChangeAnswer | null | Promise<ChangeAnswer>, failing = () => false) {
  let kept = specimen;
  const sent: SpecimenChange[] = [];
  const entries = new Map<string, Entry>();
  const said: string[] = [];
  let merges = 0;
  const keeper = new Keeper(
    {
      send: async (change) => {
        sent.push(change);
        const answer = await answers(change, kept);
        if (answer) return answer;
        const { revision, samples, ...own } = change;
        const whole = samples?.map((s, i) => {
          const text = s.text ?? kept.samples.find((k) => k.id === s.id)?.text ?? "";
          return { id: s.id ?? `new${i}`, name: s.name, text, length: text.length };
        });
        kept = { ...kept, ...own, revision: revision + 1, samples: whole ?? kept.samples };
        return { specimen: kept };
      },
      journal: {
        write: async (entry) => {
          if (failing()) throw new Error("no room");
          entries.set(entry.specimen, entry);
        },
        read: async () => [...entries.values()],
        list: async () => [],
        clear: async (id) => void entries.delete(id),
      },
      changed: ({ keeping }) => {
        if (said.at(-1) !== keeping.state) said.push(keeping.state);
      },
      merged: () => void merges++,
      wait,
    },
    { id: "s", window: "w", base: basedOn(specimen), at: 0 },
  );
  const settled = async () => {
    for (let i = 0; i < 300 && !["kept", "conflict", "refused", "removed"].includes(keeper.keeping.state); i++)
      await new Promise((done) => setTimeout(done, 2));
  };
  const edit = (change: Partial<DraftFields>) => keeper.edit({ ...keeper.fields, ...change });
  const rest = async (change: Partial<DraftFields>) => {
    said.length = 0;
    edit(change);
    for (let i = 0; i < 300 && said.length === 0; i++) await new Promise((done) => setTimeout(done, 1));
    await new Promise((done) => setTimeout(done, 5));
    await settled();
  };
  return { keeper, edit, rest, settled, sent, said, entries, merges: () => merges, kept: () => kept };
}

describe("what is sent", () => {
  test("only what has changed, and no text that has not", async () => {
    const t = setUp(() => null);
    await t.rest({ pattern: "gates" });
    expect(t.sent).toEqual([{ id: "s", revision: 1, pattern: "gates" }]);
    await t.rest({ samples: [...t.keeper.fields.samples, { key: "two", name: "two", text: "weir" }] });
    expect(t.sent[1]?.samples).toEqual([
      { id: "one", name: "sample" },
      { id: "two", name: "two", text: "weir" },
    ]);
    expect([t.keeper.base.revision, t.entries.size, t.keeper.held]).toEqual([3, 0, "yes"]);
  });

  test("again and again while the server does not take it, with the newest draft", async () => {
    const answers: (ChangeAnswer | null)[] = [{ unreachable: "away", error: "" }, { unreachable: "slow", error: "" }, refusal(429), refusal(507), refusal(500)];
    const t = setUp(() => answers.shift() ?? null);
    const delays: string[] = [];
    t.edit({ notes: "look here" });
    while (t.keeper.keeping.state !== "kept" || delays.length === 0) {
      if (t.keeper.keeping.state === "waiting" && delays.at(-1) !== t.keeper.keeping.delay) delays.push(t.keeper.keeping.delay);
      if (delays.length === 2) t.edit({ notes: "look there" });
      await new Promise((done) => setTimeout(done, 0));
    }
    expect(delays).toEqual(["away", "slow", "busy", "full", "failed"]);
    expect(t.kept().notes).toBe("look there");
  });

  test("a title or a name without the blanks around it, and none that is empty", () => {
    const named = { ...fields, title: " Gates \t", samples: fields.samples.map((s) => ({ ...s, name: "sample " })) };
    expect(changeOf("s", basedOn(specimen), named)).toBeNull();
    expect(keepable({ ...named, title: "  ", samples: [{ key: "new", name: " ", text: "" }] }, fields)).toMatchObject({
      title: "Gates",
      samples: [{ name: "sample" }],
    });
  });

  test("what is too long is left out and said, and the rest is kept", async () => {
    const t = setUp(() => null);
    await t.rest({ title: "x".repeat(201), notes: "kept all the same" });
    expect(t.sent).toEqual([{ id: "s", revision: 1, notes: "kept all the same" }]);
    expect(t.keeper.keeping).toEqual({ state: "refused", reason: "the title may have 200 characters." });
    expect([t.entries.get("s")?.fields.title.length, t.keeper.held]).toEqual([201, "yes"]);
    await t.rest({ title: "Gate" });
    expect([t.keeper.keeping.state, t.kept().title]).toEqual(["kept", "Gate"]);
  });

  test.each<[string, Partial<DraftFields>, RegExp]>([
    ["notes", { notes: "n".repeat(20_001) }, /^the notes may have 20,000 characters$/],
    ["a sample's name", { samples: [{ key: "one", name: "n".repeat(201), text: "a gate" }] }, /^the name of a sample/],
    ["a sample's text", { samples: [{ key: "one", name: "sample", text: "n".repeat(8_000_001) }] }, /^the sample “sample” may have 8,000,000/],
    [
      "the number of samples",
      { samples: Array.from({ length: 51 }, (_, i) => ({ key: `k${i}`, name: "n", text: "" })) },
      /^a saved pattern may have 50 samples$/,
    ],
  ])("%s beyond the bounds", (_, change, words) => {
    const { fields: fitting, faults } = withinBounds({ ...fields, ...change }, fields);
    expect(faults).toEqual([expect.stringMatching(words)]);
    expect(withinBounds(fitting, fields).faults).toEqual([]);
  });

  test("what the server refuses is said, and tried again with the next edit", async () => {
    const t = setUp((change) => (change.pattern === "(" ? refusal(400, "The pattern does not fit.") : null));
    await t.rest({ pattern: "(" });
    expect(t.keeper.keeping).toEqual({ state: "refused", reason: "The pattern does not fit." });
    expect(t.entries.get("s")?.fields.pattern).toBe("(");
    await t.rest({ pattern: "()" });
    expect([t.keeper.keeping.state, t.kept().pattern]).toEqual(["kept", "()"]);
  });
});

describe("what is noted", () => {
  test("every edit, in its own task, whatever the sending is at", async () => {
    let answer: (answer: ChangeAnswer) => void = () => {};
    const t = setUp(() => new Promise((resolve) => (answer = resolve)));
    const noted = () => t.entries.get("s")?.fields.pattern;
    t.edit({ pattern: "g" });
    expect(noted()).toBe("g");
    while (t.sent.length === 0) await new Promise((done) => setTimeout(done, 1));
    // While a request is under way, while a retry waits, in a conflict.
    t.edit({ pattern: "ga" });
    expect(noted()).toBe("ga");
    answer({ unreachable: "away", error: "" });
    while (t.keeper.keeping.state !== "waiting") await new Promise((done) => setTimeout(done, 0));
    t.edit({ pattern: "gat" });
    expect(noted()).toBe("gat");
    while (t.sent.length < 2) await new Promise((done) => setTimeout(done, 1));
    answer(refusal(409, "", { ...specimen, revision: 4, pattern: "weir" }));
    await t.settled();
    t.edit({ pattern: "gate 7" });
    expect([t.keeper.keeping.state, noted()]).toEqual(["conflict", "gate 7"]);
  });

  test("held is said once the journal has it, and not where it cannot", async () => {
    let full = true;
    const t = setUp(
      () => ({ unreachable: "away", error: "" }),
      () => full,
    );
    t.edit({ notes: "a" });
    expect(t.keeper.held).toBe("not-yet");
    await new Promise((done) => setTimeout(done, 1));
    expect(t.keeper.held).toBe("no");
    full = false;
    t.edit({ notes: "ab" });
    await new Promise((done) => setTimeout(done, 1));
    expect(t.keeper.held).toBe("yes");
  });

  test("an edit that was noted on top of one that could not be is noted as a whole", async () => {
    const written: (Entry | null)[] = [];
    const settle: ((ok: boolean) => void)[] = [];
    const keeper = new Keeper(
      {
        send: async () => ({ unreachable: "away", error: "" }),
        journal: {
          write: (_entry, before) => {
            written.push(before);
            return new Promise((resolve, reject) => settle.push((ok) => (ok ? resolve() : reject(new Error("no room")))));
          },
          read: async () => [],
          list: async () => [],
          clear: async () => {},
        },
        changed: () => {},
        merged: () => {},
        // Nothing is sent here.
        wait: () => new Promise(() => {}),
      },
      { id: "s", window: "w", base: basedOn(specimen), at: 0 },
    );
    keeper.edit({ ...keeper.fields, notes: "a" });
    keeper.edit({ ...keeper.fields, notes: "ab" });
    settle[1]?.(true);
    settle[0]?.(false);
    await new Promise((done) => setTimeout(done, 1));
    expect([written.length, keeper.held, written[2]?.fields.samples]).toEqual([3, "not-yet", []]);
    settle[2]?.(true);
    await new Promise((done) => setTimeout(done, 1));
    expect(keeper.held).toBe("yes");
  });
});

describe("what others have kept", () => {
  const theirs = { ...specimen, revision: 5 };
  const elsewhere = (own: Partial<Specimen>) => setUp((change) => (change.revision < 5 ? refusal(409, "", { ...theirs, ...own }) : null));

  test("comes in where only they changed it, and mine is sent on top of it", async () => {
    const t = elsewhere({ pattern: "weir", notes: "theirs" });
    await t.rest({ title: "Mine" });
    expect([t.keeper.keeping.state, t.keeper.fields]).toEqual(["kept", { ...fields, title: "Mine", pattern: "weir", notes: "theirs" }]);
    expect([t.sent.at(-1), t.merges()]).toEqual([{ id: "s", revision: 5, title: "Mine" }, 1]);
  });

  test("is a conflict where both changed the same: nothing is sent before one chooses", async () => {
    const t = elsewhere({ pattern: "weir" });
    await t.rest({ pattern: "mine", notes: "n" });
    expect(t.keeper.keeping).toMatchObject({ state: "conflict", clashes: [{ field: "pattern", mine: "mine", theirs: "weir" }] });
    t.keeper.hurry();
    t.edit({ notes: "nn" });
    expect(t.sent).toHaveLength(1);
    t.keeper.overwrite({ ...theirs, pattern: "weir" });
    await t.rest({});
    expect([t.sent.at(-1), t.entries.size]).toEqual([{ id: "s", revision: 5, pattern: "mine", notes: "nn" }, 0]);
  });

  test("is taken, and what is here let go", async () => {
    const t = elsewhere({ pattern: "weir" });
    await t.rest({ pattern: "mine" });
    await t.keeper.take({ ...theirs, revision: 6, pattern: "weirs" });
    expect([t.keeper.fields.pattern, t.keeper.base.revision, t.keeper.keeping.state, t.entries.size]).toEqual(["weirs", 6, "kept", 0]);
  });

  test("a lost answer is taken for what it is: a stale revision that holds just what was sent", async () => {
    let first = true;
    const t = setUp((change, kept) => {
      if (!first) return null;
      first = false;
      return refusal(409, "", { ...kept, pattern: change.pattern ?? "", revision: 2 });
    });
    await t.rest({ pattern: "gat" });
    expect([t.keeper.keeping.state, t.keeper.base.revision]).toEqual(["kept", 2]);
  });

  test.each([
    ["removed, and still there to be put back", refusal(409, "", { ...theirs, deletedAt: "2026-03-01T08:00:00Z" })],
    ["gone for good", refusal(404, "No specimen has the id s.")],
  ])("%s", async (_, answer) => {
    const t = setUp((change) => (change.revision < 5 ? answer : null));
    await t.rest({ pattern: "mine" });
    expect(t.keeper.keeping.state).toBe("removed");
    t.edit({ pattern: "mine!" });
    expect([t.sent.length, t.entries.get("s")?.fields.pattern]).toEqual([1, "mine!"]);
    t.keeper.putBack({ ...theirs, revision: 7 });
    await t.rest({});
    expect(t.kept().pattern).toBe("mine!");
  });

  test("is no conflict any more where they take it back", async () => {
    const t = elsewhere({ pattern: "weir" });
    await t.rest({ pattern: "mine" });
    expect(t.keeper.keeping.state).toBe("conflict");
    t.keeper.heard({ ...theirs, revision: 6 });
    await t.rest({});
    expect([t.keeper.keeping.state, t.sent.at(-1)]).toEqual(["kept", { id: "s", revision: 6, pattern: "mine" }]);
  });

  test("removed, with nothing unsent here: nobody is asked", () => {
    const t = setUp(() => null);
    t.keeper.heard({ ...theirs, deletedAt: "2026-03-01T08:00:00Z" });
    expect(t.keeper.keeping.state).toBe("kept");
  });
});

describe("an answer that was lost", () => {
  /** A server that takes the changes of these turns, and whose answers to them are lost. */
  const losing = (...lost: readonly number[]) => {
    let turn = 0;
    let kept = specimen;
    return {
      send: async (change: SpecimenChange): Promise<ChangeAnswer> => {
        turn++;
        const { revision, samples, ...own } = change;
        if (revision !== kept.revision) return refusal(409, "", kept);
        const texts = samples?.map((s) => ({ id: s.id ?? "", name: s.name, text: s.text ?? kept.samples.find((k) => k.id === s.id)?.text ?? "", length: 0 }));
        kept = { ...kept, ...own, revision: revision + 1, samples: texts ?? kept.samples };
        return lost.includes(turn) ? { unreachable: "away", error: "" } : { specimen: kept };
      },
      kept: () => kept,
      change: (change: Partial<Specimen>) => {
        kept = { ...kept, ...change, revision: kept.revision + 1 };
      },
    };
  };

  test("is no conflict where one has typed on: the server has what was sent", async () => {
    const server = losing(1);
    const t = setUp((change) => server.send(change));
    t.edit({ pattern: "gate 1" });
    while (t.keeper.keeping.state !== "waiting") await new Promise((done) => setTimeout(done, 0));
    t.edit({ pattern: "gate 12", title: "Two" });
    await t.settled();
    expect([t.keeper.keeping.state, server.kept().pattern, server.kept().title]).toEqual(["kept", "gate 12", "Two"]);
    expect(t.said).not.toContain("conflict");
  });

  test("nor after several tries with other texts, of which the server took any", async () => {
    const server = losing(1);
    const texts = ["a", "ab", "abc", "abcd"];
    const sent: SpecimenChange[] = [];
    // Only the second try reaches the server.
    const t = setUp(async (change) => {
      sent.push(change);
      if (sent.length === 1 || sent.length === 3) return { unreachable: "slow", error: "" };
      return server.send(change);
    });
    for (const pattern of texts) {
      t.edit({ pattern, samples: [{ key: "one", name: "sample", text: `a gate ${pattern}` }] });
      const before = sent.length;
      for (let i = 0; i < 50 && sent.length === before; i++) await new Promise((done) => setTimeout(done, 1));
    }
    await t.settled();
    expect([t.keeper.keeping.state, server.kept().pattern, server.kept().samples[0]?.text]).toEqual(["kept", "abcd", "a gate abcd"]);
    expect(t.said).not.toContain("conflict");
  });

  test("nor in another window, or after a reload: the journal has what was sent", async () => {
    const server = losing(1);
    const t = setUp((change) => server.send(change));
    t.edit({ pattern: "gate 1" });
    while (t.keeper.keeping.state !== "waiting") await new Promise((done) => setTimeout(done, 0));
    t.edit({ pattern: "gate 12" });
    const [left] = [...t.entries.values()] as [Entry];
    expect(left.sent).toHaveLength(1);
    const again = new Keeper(
      {
        send: async (change) => server.send(change),
        journal: { write: async () => {}, read: async () => [], list: async () => [], clear: async () => {} },
        changed: () => {},
        merged: () => {},
        wait,
      },
      { id: "s", window: "w2", base: left.base, fields: left.fields, at: 0, sent: left.sent },
    );
    again.heard(server.kept());
    for (let i = 0; i < 300 && (again.unsent || again.keeping.state === "keeping"); i++) await new Promise((done) => setTimeout(done, 2));
    expect([again.keeping.state, server.kept().pattern]).toEqual(["kept", "gate 12"]);
  });

  test("what somebody else changed on top of it comes in; what they changed in the same is asked", async () => {
    for (const [theirs, state, pattern] of [
      [{ notes: "theirs" }, "kept", "gate 12"],
      [{ pattern: "weir" }, "conflict", "weir"],
    ] as const) {
      const server = losing(1);
      const t = setUp((change) => server.send(change));
      t.edit({ pattern: "gate 1" });
      while (t.keeper.keeping.state !== "waiting") await new Promise((done) => setTimeout(done, 0));
      server.change(theirs);
      t.edit({ pattern: "gate 12" });
      await t.settled();
      expect([t.keeper.keeping.state, server.kept().pattern]).toEqual([state, pattern]);
    }
  });
});

describe("what was sent is known again", () => {
  const base = { ...fields, samples: [...fields.samples, { key: "two", name: "two", text: "weir" }] };
  const sentWith = (...drafts: readonly DraftFields[]) => drafts.reduce((sent: readonly SentMarks[], draft) => withSent(sent, draft, base), []);

  test("field by field, of any of the tries", () => {
    const sent = sentWith({ ...base, pattern: "p1", title: "t1" }, { ...base, pattern: "p2", title: "t1" });
    expect(baseAgainst(base, sent, { ...base, pattern: "p1", notes: "theirs" })).toEqual({ ...base, pattern: "p1" });
    expect(baseAgainst(base, sent, { ...base, pattern: "p3", title: "t1" })).toEqual({ ...base, title: "t1" });
    expect(baseAgainst(base, [], { ...base, pattern: "p1" })).toBe(base);
  });

  test("samples that were added, changed and taken out", () => {
    const added = { key: "three", name: "three", text: "lock" };
    const [one] = base.samples as [DraftFields["samples"][number]];
    const sent = sentWith({ ...base, samples: [{ ...one, text: "a new text" }, added] });
    const theirs = { ...base, samples: [{ ...one, text: "a new text", name: "named by them" }, added] };
    expect(baseAgainst(base, sent, theirs).samples).toEqual([{ ...one, text: "a new text" }, added]);
    // What they added or took out themselves is theirs.
    expect(baseAgainst(base, sentWith(base), { ...base, samples: [one, added] }).samples).toEqual(base.samples);
  });

  test("a few tries are remembered, each once", () => {
    expect(sentWith(base, base)).toHaveLength(1);
    expect(sentWith(...Array.from({ length: 20 }, (_, i) => ({ ...base, pattern: String(i) })))).toHaveLength(MOST_SENT);
  });
});
