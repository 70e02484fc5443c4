"""Counts all matches in a file: of each line, flags and a pattern with a tab between, the count and the milliseconds."""

import re
import sys
import time

FLAGS = {"i": re.IGNORECASE, "m": re.MULTILINE, "a": re.ASCII}

with open(sys.argv[1], encoding="utf-8", newline="") as file:
    text = file.read()
for line in sys.stdin:
    letters, pattern = line.rstrip("\n").split("\t", 1)
    flags = 0
    for letter in letters:
        flags |= FLAGS[letter]
    started = time.perf_counter()
    count = sum(1 for _ in re.compile(pattern, flags).finditer(text))
    print(count, (time.perf_counter() - started) * 1000, sep="\t", flush=True)
