#!/bin/sh
# Prints every match in standard input that is not empty, with the byte at which it begins.
LC_ALL=C.UTF-8 PATTERN_HERE -o -b
