<?php
// Counts all matches in a file: of each line, flags and a pattern with a tab between, the count and the milliseconds.

/** As long as it takes: what is measured is the engine, not what PHP lets it try. */
ini_set('memory_limit', '-1');
ini_set('pcre.backtrack_limit', (string) PHP_INT_MAX);

$text = file_get_contents($argv[1]);
while (($line = fgets(STDIN)) !== false) {
    [$flags, $pattern] = explode("\t", rtrim($line, "\n"), 2);
    $started = hrtime(true);
    // No list is asked for, so none is made.
    $count = preg_match_all("\x01$pattern\x01$flags", $text);
    echo $count === false ? preg_last_error_msg() : $count, "\t", (hrtime(true) - $started) / 1e6, "\n";
    flush();
}
