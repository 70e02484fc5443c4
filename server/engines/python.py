"""Asks this engine: a question as JSON on standard input, what it finds as JSON on standard output.

The pattern is data for re.compile and never part of code. Offsets are turned into UTF-16 code units.
"""
import json
import re
import sys
import time
import warnings

warnings.simplefilter("ignore")

# Matches that are handed back; the rest is only said to be there.
MOST = 20_000
FLAGS = {"a": re.A, "i": re.I, "m": re.M, "s": re.S, "x": re.X}


def found_in(expression, text, mode):
    if mode == "all":
        yield from expression.finditer(text)
        return
    ask = {"first": expression.search, "start": expression.match, "whole": expression.fullmatch}[mode]
    match = ask(text)
    if match is not None:
        yield match


def in_code_units(text):
    """A reckoner from code points to UTF-16 code units; None where they are the same."""
    if not any(c > "\uffff" for c in text):
        return None
    offsets = [0]
    for c in text:
        offsets.append(offsets[-1] + (2 if c > "\uffff" else 1))
    return offsets


def answer(question):
    flags = 0
    for letter in question["flags"]:
        if letter not in FLAGS:
            return {"refused": f"unknown flag {letter}"}
        flags |= FLAGS[letter]
    try:
        expression = re.compile(question["pattern"], flags)
    except (re.error, OverflowError, RecursionError, ValueError) as error:
        return {"refused": str(error)}
    text = question["text"]
    rows = []
    more = False
    started = time.perf_counter()
    for match in found_in(expression, text, question["mode"]):
        if question.get("only") == "time":
            continue
        if len(rows) == MOST:
            more = True
            break
        rows.append([match.span(group) for group in range(expression.groups + 1)])
    ms = (time.perf_counter() - started) * 1000
    units = in_code_units(text)
    span = (lambda s: [s[0], s[1]]) if units is None else (lambda s: [units[s[0]], units[s[1]]])
    matches = [span(whole) + [None if s[0] < 0 else span(s) for s in groups] for whole, *groups in rows]
    return {"ms": ms, "matches": matches, "more": more}


sys.stdout.write(json.dumps(answer(json.loads(sys.stdin.buffer.read()))))
