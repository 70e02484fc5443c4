<?php
$pattern = PATTERN_HERE;
$text = stream_get_contents(STDIN);
if (preg_match_all($pattern, $text, $matches) === false) {
    fwrite(STDERR, preg_last_error_msg() . PHP_EOL);
    exit(1);
}
foreach ($matches[0] as $match) {
    echo $match, PHP_EOL;
}
