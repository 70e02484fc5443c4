import re

pattern = PATTERN_HERE
text = open(0, encoding="utf-8", newline="").read()

for match in pattern.finditer(text):
    print(match.start(), match[0], *match.groups())
