/** The engines that may be on a machine: how each is called, whose patterns it runs, and how it is installed. */
import { fileURLToPath } from "node:url";
import type { DialectName } from "@lamprey/core";

export interface EngineRow {
  readonly name: string;
  readonly title: string;
  readonly dialect: DialectName;
  /** A file on the path; no shell has a part in it. */
  readonly file: string;
  readonly version: readonly string[];
  /** Arguments that make it read a question and print an answer; null where that is not done yet. */
  readonly runner: readonly string[] | null;
  /** What to install where it is missing. */
  readonly install: string;
}

const runner = (name: string): string => fileURLToPath(new URL(`../../engines/${name}`, import.meta.url));

/** Those without a runner are found and named; they are asked once their dialect is read. */
export const ENGINES: readonly EngineRow[] = [
  {
    name: "node",
    title: "Node.js",
    dialect: "ecmascript",
    file: process.execPath,
    version: ["--version"],
    runner: ["--max-old-space-size=1024", runner("node.mjs")],
    install: "It runs this server, so it is there.",
  },
  {
    name: "python3",
    title: "Python",
    dialect: "python",
    file: "python3",
    version: ["--version"],
    // Isolated: nothing of the person's own environment or folder is loaded.
    runner: ["-I", runner("python.py")],
    install: "Install Python 3 (Debian: apt install python3).",
  },
  {
    name: "java",
    title: "Java",
    dialect: "java",
    file: "java",
    version: ["-version"],
    runner: null,
    install: "Install a JDK (Debian: apt install default-jdk-headless).",
  },
  {
    name: "perl",
    title: "Perl",
    dialect: "perl",
    file: "perl",
    version: ["-e", "print $^V"],
    runner: null,
    install: "Install Perl (Debian: apt install perl).",
  },
  { name: "php", title: "PHP", dialect: "pcre", file: "php", version: ["--version"], runner: null, install: "Install PHP (Debian: apt install php-cli)." },
  {
    name: "mono",
    title: ".NET (Mono)",
    dialect: "dotnet",
    file: "mono",
    version: ["--version"],
    runner: null,
    install: "Install Mono (Debian: apt install mono-mcs).",
  },
  { name: "grep", title: "grep", dialect: "ere", file: "grep", version: ["--version"], runner: null, install: "Install grep." },
  { name: "sed", title: "sed", dialect: "bre", file: "sed", version: ["--version"], runner: null, install: "Install sed." },
];
