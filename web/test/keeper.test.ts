/** The keeper: what is sent, and when the server is away, late or contradicts. */
import { describe, expect, test } from "@jest/globals";
import type { Specimen, SpecimenChange } from "@lamprey/api";
import { acknowledged, draftReducer, edited, fieldsOf, keepingChanged, opened, sampleAdded, sampleEdited } from "../src/draft/draftSlice.ts";
import { type ChangeAnswer, changeOf, fromJournal, type JournalEntry, journalEntry, Keeper } from "../src/draft/keeper.ts";

const specimen: Specimen = {
  id: "s",
  title: "Gates",
  pattern: "gate",
  dialect: "ecmascript",
  flags: "g",
  notes: "",
  revision: 1,
  createdAt: "",
  updatedAt: "",
  deletedAt: null,
  samples: [{ id: "one", name: "sample", text: "a gate", length: 6 }],
};

/** A draft, a keeper of it, and a server that answers as told. */
function setUp(answers: (change: SpecimenChange, kept: Specimen) => ChangeAnswer | null) {
  let draft = draftReducer(undefined, opened({ id: "s", revision: 1, fields: fieldsOf(specimen), at: 0 }));
  let kept = specimen;
  const sent: SpecimenChange[] = [];
  const journal = new Map<string, JournalEntry>();
  const said: string[] = [];
  const act = (action: Parameters<typeof draftReducer>[1]) => {
    draft = draftReducer(draft, action);
  };
  const keeper = new Keeper(
    {
      draft: () => draft,
      send: async (change) => {
        sent.push(change);
        const answer = answers(change, kept);
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
        write: async (id, entry) => void journal.set(id, entry),
        read: async (id) => journal.get(id),
        clear: async (id) => void journal.delete(id),
      },
      say: (keeping) => {
        said.push(keeping.state);
        act(keepingChanged(keeping));
      },
      acknowledge: (revision, ids) => act(acknowledged({ revision, ids })),
      wait: () => new Promise((done) => setTimeout(done, 1)),
    },
    "s",
    fieldsOf(specimen),
  );
  const rest = async () => {
    keeper.changed();
    for (let i = 0; i < 200 && !["kept", "conflict", "refused"].includes(said.at(-1) ?? ""); i++) await new Promise((done) => setTimeout(done, 2));
  };
  return { act, rest, keeper, sent, said, journal, draft: () => draft, kept: () => kept };
}

describe("the keeper", () => {
  test("sends only what has changed, and no text that has not", async () => {
    const t = setUp(() => null);
    t.act(edited({ pattern: "gates" }));
    await t.rest();
    expect(t.sent).toEqual([{ id: "s", revision: 1, pattern: "gates" }]);
    t.act(sampleAdded("two", "weir"));
    t.said.length = 0;
    await t.rest();
    expect(t.sent[1]?.samples).toEqual([
      { id: "one", name: "sample" },
      { name: "two", text: "weir" },
    ]);
    expect(t.draft().fields.samples[1]?.id).toBe("new1");
    expect([t.draft().revision, t.journal.size]).toEqual([3, 0]);
  });

  test("goes on trying while the server is away, with the newest draft, which the journal holds", async () => {
    let away = 3;
    const t = setUp(() => (away-- > 0 ? { unreachable: true } : null));
    t.act(edited({ notes: "look here" }));
    t.keeper.changed();
    while (!t.said.includes("waiting")) await new Promise((done) => setTimeout(done, 1));
    expect(t.journal.get("s")?.fields.notes).toBe("look here");
    t.act(edited({ notes: "look there" }));
    await t.rest();
    expect(t.kept().notes).toBe("look there");
    expect(t.said.at(-1)).toBe("kept");
  });

  test("stops at a conflict without sending again, and keeps mine when told to", async () => {
    const theirs = { ...specimen, revision: 5, pattern: "weir" };
    const t = setUp((change) => (change.revision < 5 ? { status: 409, body: { type: "", title: "", status: 409, detail: "", current: theirs } } : null));
    t.act(edited({ pattern: "mine" }));
    await t.rest();
    expect([t.said.at(-1), t.sent.length]).toEqual(["conflict", 1]);
    t.keeper.changed();
    expect(t.sent).toHaveLength(1);
    t.keeper.settled(fieldsOf(theirs));
    t.act(opened({ id: "s", revision: 5, fields: { ...t.draft().fields }, at: 0 }));
    t.said.length = 0;
    await t.rest();
    expect(t.sent.at(-1)).toEqual({ id: "s", revision: 5, pattern: "mine" });
  });

  test("takes a lost answer for what it is: a stale revision that holds just what was sent", async () => {
    let first = true;
    const t = setUp((change, kept) => {
      if (!first) return null;
      first = false;
      return { status: 409, body: { type: "", title: "", status: 409, detail: "", current: { ...kept, pattern: change.pattern ?? "", revision: 2 } } };
    });
    t.act(edited({ pattern: "gat" }));
    await t.rest();
    expect([t.said.at(-1), t.draft().revision]).toEqual(["kept", 2]);
  });

  test("says why the server refuses", async () => {
    const t = setUp(() => ({ status: 400, body: { type: "", title: "", status: 400, detail: "The title is too long." } }));
    t.act(edited({ title: "x".repeat(300) }));
    await t.rest();
    expect(t.draft().keeping).toEqual({ state: "refused", reason: "The title is too long." });
  });

  test("an empty title is not sent, and a draft that is as kept is no change", () => {
    const kept = fieldsOf(specimen);
    expect(changeOf("s", 1, kept, { ...kept, title: " " })).toBeNull();
    expect(changeOf("s", 1, kept, { ...kept })).toBeNull();
    const draft = draftReducer(draftReducer(undefined, opened({ id: "s", revision: 1, fields: kept, at: 0 })), sampleEdited({ key: "one", text: "the gate" }));
    expect(changeOf("s", 1, kept, draft.fields)).toEqual({ id: "s", revision: 1, samples: [{ id: "one", name: "sample", text: "the gate" }] });
  });
});

describe("the journal", () => {
  const kept = fieldsOf(specimen);

  test("leaves out the texts that the server holds, and gets them back from there", () => {
    const draft = { ...kept, notes: "n", samples: [...kept.samples, { key: "k", id: null, name: "two", text: "weir" }] };
    const entry = journalEntry(1, kept, draft);
    expect(entry.fields.samples).toEqual([
      { key: "one", id: "one", name: "sample" },
      { key: "k", id: null, name: "two", text: "weir" },
    ]);
    expect(fromJournal(entry, kept)).toEqual(draft);
  });

  test("keeps a text that was changed, an emptied one too", () => {
    const draft = { ...kept, samples: kept.samples.map((s) => ({ ...s, text: "" })) };
    expect(fromJournal(journalEntry(1, kept, draft), kept)).toEqual(draft);
  });
});
