"""Answers what the calls, replacements and source texts of python's re come to, a batch a line."""
import json
import re
import sys
import warnings

warnings.simplefilter("ignore")
FLAGS = {"i": re.I, "m": re.M, "s": re.S, "x": re.X, "a": re.A}


def compiled(question):
    flags = 0
    for letter in question["flags"]:
        flags |= FLAGS[letter]
    return re.compile(question["pattern"], flags)


def match_of(found):
    if found is None:
        return None
    groups = range(found.re.groups + 1)
    return {
        "span": list(found.span()),
        "values": [found.group(n) for n in groups],
        "spans": [list(found.span(n)) for n in groups],
        "groupdict": found.groupdict(),
    }


def calls(question):
    expression = compiled(question)
    text = question["text"]
    return [
        {"call": "search", "value": match_of(expression.search(text))},
        {"call": "match", "value": match_of(expression.match(text))},
        {"call": "fullmatch", "value": match_of(expression.fullmatch(text))},
        {"call": "findall", "value": expression.findall(text)},
        {"call": "finditer", "value": [match_of(found) for found in expression.finditer(text)]},
        {"call": "split", "value": expression.split(text)},
    ]


def rewrite(question):
    text, replacements = compiled(question).subn(question["template"], question["text"], count=1 if question["scope"] == "first" else 0)
    return {"text": text, "replacements": replacements}


def source(question):
    made = eval(question["source"], {"re": re})
    if isinstance(made, str):
        return {"pattern": made, "flags": ""}
    return {"pattern": made.pattern, "flags": "".join(letter for letter, flag in sorted(FLAGS.items()) if made.flags & flag)}


KINDS = {"calls": calls, "rewrite": rewrite, "source": source}


def answer(question):
    try:
        return KINDS[question["kind"]](question)
    except (re.error, IndexError, OverflowError, RecursionError, ValueError, SyntaxError) as error:
        return {"refused": str(error)}


for line in sys.stdin:
    print(json.dumps([answer(question) for question in json.loads(line)]), flush=True)
