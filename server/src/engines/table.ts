/** The engines that may be on a machine: how each is called, whose patterns it runs, and how it is installed. */
import { fileURLToPath } from "node:url";
import type { DialectName } from "@lamprey/core";

export interface EngineRow {
  readonly name: string;
  readonly title: string;
  readonly dialect: DialectName;
  /** A file on the path; no shell has a part in it. */
  readonly file: string;
  /** The file that says its version, where another one asks it. */
  readonly versionFile?: string;
  readonly version: readonly string[];
  /** Arguments that make it read a question and print an answer; null where that is not done yet. */
  readonly runner: readonly string[] | null;
  /** What it runs is compiled first, once: the compiler, and the source; where the program is put stands behind `-out:`. */
  readonly compiled?: { readonly file: string; readonly source: string };
  /** What it finds in its environment besides where programs are. */
  readonly env?: Readonly<Record<string, string>>;
  /** Milliseconds that starting may take besides what is waited for; a second and a half where left out. */
  readonly start?: number;
  /** What to install where it is missing. */
  readonly install: string;
}

const runner = (name: string): string => fileURLToPath(new URL(`../../engines/${name}`, import.meta.url));

/** grep, as it reads patterns with one of its switches. This server's own runtime asks it. */
function grep(name: string, title: string, dialect: DialectName, kind: string): EngineRow {
  return {
    name,
    title,
    dialect,
    file: process.execPath,
    versionFile: "grep",
    version: ["--version"],
    runner: [runner("grep.mjs"), kind],
    env: { LC_ALL: "C.UTF-8" },
    install: "Install GNU grep (Debian: apt install grep).",
  };
}

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
    runner: ["-Xmx1g", runner("Engine.java")],
    // The file is compiled as it starts: a second, or more on a busy machine.
    start: 4_000,
    install: "Install a JDK (Debian: apt install default-jdk-headless).",
  },
  {
    name: "perl",
    title: "Perl",
    dialect: "perl",
    file: "perl",
    version: ["-e", "print $^V"],
    runner: [runner("perl.pl")],
    install: "Install Perl (Debian: apt install perl).",
  },
  {
    name: "php",
    title: "PHP",
    dialect: "pcre",
    file: "php",
    version: ["--version"],
    // Without a file of settings; as much memory as a long text needs.
    runner: ["-n", "-d", "memory_limit=1G", "-d", "pcre.backtrack_limit=100000000", runner("php.php")],
    install: "Install PHP (Debian: apt install php-cli).",
  },
  {
    name: "mono",
    title: ".NET (Mono)",
    dialect: "dotnet",
    file: "mono",
    version: ["--version"],
    runner: [],
    compiled: { file: "mcs", source: runner("Engine.cs") },
    env: { MONO_GC_PARAMS: "max-heap-size=1g" },
    install: "Install Mono with its compiler (Debian: apt install mono-mcs mono-runtime).",
  },
  grep("grep", "grep -E", "ere", "-E"),
  grep("grep-basic", "grep", "bre", "-G"),
  grep("grep-fixed", "grep -F", "literal", "-F"),
];
