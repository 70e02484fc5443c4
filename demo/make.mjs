/**
 * Writes the demo's samples: made-up records of the fish-pass counting stations on the Tarrow Water, a river that
 * does not exist. The same every time; run `node demo/make.mjs` after a change.
 */
import { mkdirSync, writeFileSync } from "node:fs";

/** A small random generator with a fixed seed, so that the samples never change by themselves. */
let state = 4317;
function random(n) {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return Math.floor((state / 2 ** 32) * n);
}
const pick = (list) => list[random(list.length)];
const pad = (n, width) => String(n).padStart(width, "0");
const lines = (count, make) => Array.from({ length: count }, (_, i) => make(i)).join("\n");
const write = (name, text) => writeFileSync(new URL(`samples/${name}.txt`, import.meta.url), `${text}\n`);

const WEIRS = ["HOLLIN", "BRACKEN", "STANNER", "OTTERSIDE", "FELLGATE"];
const PLACES = ["Hollin Weir", "Bracken Weir", "Stanner Weir", "Otterside Pool", "Fellgate Lock"];
const FISH = ["lamprey", "trout", "salmon", "elver", "grayling"];
const clock = (seconds) => `${pad(Math.floor(seconds / 3600) % 24, 2)}:${pad(Math.floor(seconds / 60) % 60, 2)}:${pad(seconds % 60, 2)}`;

let time = 4 * 3600 + 17 * 60 + 55;
const tick = () => {
  time += 5 + random(90);
  return clock(time);
};

write(
  "counts",
  lines(200, () => {
    const kind = random(12);
    if (kind === 0) return "counter restarted, no reading";
    if (kind === 1) return `-- water gauge ${random(2)}.${pad(random(100), 2)} m, gate held --`;
    return `${tick()} ${pick(WEIRS)}-${1 + random(4)} ${pick(["up", "down"])} ${pick(FISH)} ${pad(random(1300), 4)} ${pick(["ok", "ok", "ok", "late"])}`;
  }),
);

const ACTS = ["walked the bank at", "cleared the grille at", "read the counter at", "found the gate held at", "painted the gauge board at", "met nobody at"];
const WEATHER = ["rain since dawn", "clear and cold", "wind from the fell", "fog on the water", "first frost"];
write(
  "patrol",
  lines(110, (i) => {
    const head = `Day ${i + 1}, ${pick(WEATHER)}.`;
    const acts = Array.from({ length: 1 + random(3) }, () => `${pick(["We", "Two of us", "The warden"])} ${pick(ACTS)} ${pick(PLACES)}`);
    const twice = random(9) === 0 ? " The the lamp was out." : "";
    return `${head} ${acts.join("; then ")}.${twice}`;
  }),
);

write(
  "telemetry",
  lines(160, () => {
    const gate = `Gate ${pick(["Open", "closed", "HELD", "opening"])}`;
    return `${tick()} station="${pick(PLACES)}" state="${gate}" level="${random(3)}.${pad(random(100), 2)} m" battery="${70 + random(30)}%"`;
  }),
);

const hex = () => "0123456789ABCDEF"[random(16)];
let tags = "";
while (tags.length < 200 * 1024) {
  time += random(7);
  tags += `${clock(time)}.${pad(random(1000), 3)} reader ${1 + random(8)} tag ${hex()}${hex()}${hex()}${hex()}-${pad(random(1_000_000), 6)} signal -${40 + random(50)} dB${random(40) === 0 ? " echo" : ""}\n`;
}
write("tags", tags.trimEnd());

write(
  "chemistry",
  [
    "site,date,time,oxygen mg/l,acidity,temperature C",
    lines(140, () => {
      const date = `2031-${pad(1 + random(12), 2)}-${pad(1 + random(28), 2)}`;
      return `${pick(["HOL", "BRA", "STA", "OTT", "FEL"])},${date},${pad(random(24), 2)}:${pad(random(60), 2)},${5 + random(8)}.${random(10)},${random(8) ? `7.${random(9)}` : ""},${2 + random(16)}.${random(10)}`;
    }),
  ].join("\n"),
);

write(
  "lists",
  lines(90, () => `${pick(WEIRS)}: ${Array.from({ length: 1 + random(7) }, () => pick(FISH)).join(",")};`),
);

write(
  "places",
  lines(
    120,
    () =>
      `${pick(["The", "At the", "Below the", "Above the"])} ${pick(["weir pool", "weir", "weir pool steps", "inlet grille", "inlet", "lock gate"])} ${pick(["is dry", "holds fish", "was cleared", "is blocked by leaves"])}${pick([".", ", say both wardens.", ", again."])}`,
  ),
);

write(
  "config",
  lines(60, (i) => {
    const head = `[station.${pick(WEIRS).toLowerCase()}-${i}]`;
    return `${head}\nname = "${pick(PLACES)}"\nwidth = ${1 + random(9)}.${random(10)} m\ndepth = ${random(3)}.${pad(random(100), 2)}\ninterval = ${5 * (1 + random(12))} s\nalarm = ${pick(["on", "off"])}\n`;
  }),
);

write(
  "remarks",
  [
    "no remark",
    "all counters in order",
    "lamp out at the lower gate",
    lines(40, () => `${pick(FISH)} seen ${pick(["early", "late", "twice", "at dusk"])} near ${pick(PLACES)}`),
    "the counter at the upper weir stood still for most of the night and nobody can say why!",
    lines(40, () => `${pick(["grille", "gate", "gauge board", "tag reader"])} ${pick(["cleaned", "checked", "left as it was"])}`),
  ].join("\n"),
);

const STATIONS = ["hollin", "bracken", "stanner"];
const DAYS = 3;
const EVENTS = [
  () => `gate ${1 + random(4)} opened to ${10 * random(10)} %`,
  () => `level ${random(3)}.${pad(random(100), 2)} m`,
  () => `${pick(FISH)} counted, ${pick(["up", "down"])}, id=${pad(random(10_000), 4)}`,
  () => `battery ${60 + random(40)} %`,
  () => `link lost for ${random(90)} s`,
  () => `timeout after ${random(9000)} ms`,
];
for (const station of STATIONS) {
  for (let day = 1; day <= DAYS; day++) {
    let seconds = random(60);
    const text = lines(120, () => {
      seconds += 60 + random(900);
      const level = pick(["INFO", "INFO", "INFO", "DEBUG", "WARN", "ERROR"]);
      return `2031-03-${pad(day, 2)}T${clock(seconds)} ${level} ${pick(EVENTS)()}`;
    });
    // One remark is what a pattern of words and blanks hangs on.
    const remark = `2031-03-${pad(day, 2)}T23:59:59 INFO ${Array.from({ length: 12 }, () => pick(FISH)).join(" ")}?`;
    mkdirSync(new URL(`logs/${station}/`, import.meta.url), { recursive: true });
    writeFileSync(new URL(`logs/${station}/2031-03-${pad(day, 2)}.log`, import.meta.url), `${text}\n${remark}\n`);
  }
}
