<?php
// Answers questions with PHP's preg functions, a batch a line: every match with its groups, or null where it is no pattern.

/** Delimiters that may be chosen; one that the pattern does not hold is. */
const DELIMITERS = "~!@#%&=,;:'\"`_/\x01\x02\x03\x04\x05\x06\x07";

/** Without the flag u a text is its code units below 256, as they are; with it UTF-8. */
function bytes(string $text, string $flags): string
{
    if (str_contains($flags, 'u')) {
        return $text;
    }
    $made = '';
    foreach (preg_split('//u', $text, -1, PREG_SPLIT_NO_EMPTY) as $character) {
        $made .= strlen($character) === 1 ? $character : chr(((ord($character[0]) & 0x1f) << 6) | (ord($character[1]) & 0x3f));
    }
    return $made;
}

/** UTF-16 code units of the first so many bytes. */
function units(string $text, int $bytes, string $flags): int
{
    if (!str_contains($flags, 'u')) {
        return $bytes;
    }
    $units = 0;
    for ($i = 0; $i < $bytes; $i++) {
        $byte = ord($text[$i]);
        $units += ($byte & 0xc0) === 0x80 ? 0 : ($byte >= 0xf0 ? 2 : 1);
    }
    return $units;
}

function delimited(string $pattern, string $flags): string
{
    $delimiter = $pattern === '' ? '~' : substr(DELIMITERS, strcspn(DELIMITERS, $pattern), 1);
    foreach (str_split(DELIMITERS) as $each) {
        if (!str_contains($pattern, $each)) {
            $delimiter = $each;
            break;
        }
    }
    return $delimiter . $pattern . $delimiter . $flags;
}

function verdict(array $question): mixed
{
    $flags = $question['flags'];
    $text = bytes($question['text'], $flags);
    $found = @preg_match_all(delimited(bytes($question['pattern'], $flags), $flags), $text, $matches, PREG_SET_ORDER | PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL);
    if ($found === false) {
        $error = error_get_last();
        error_clear_last();
        $refused = $error !== null && str_contains($error['message'], 'preg_match_all');
        return $refused ? (isset($question['words']) ? $error['message'] : null) : 'fails: ' . preg_last_error_msg();
    }
    $rows = [];
    foreach ($matches as $match) {
        $row = [];
        foreach ($match as $name => [$value, $start]) {
            if (!is_int($name)) {
                continue;
            }
            $span = $value === null ? null : [units($text, $start, $flags), units($text, $start + strlen($value), $flags)];
            if ($name === 0) {
                array_push($row, ...$span);
            } else {
                $row[] = $span;
            }
        }
        $rows[] = $row;
    }
    return $rows;
}

/** Values as JSON can hold them: bytes that are no UTF-8 by their numbers. */
function shown(mixed $value): mixed
{
    if (is_string($value)) {
        return preg_match('//u', $value) === 1 ? $value : ['bytes' => bin2hex($value)];
    }
    return is_array($value) ? array_map('shown', $value) : $value;
}

function calls(array $question): mixed
{
    $pattern = delimited($question['pattern'], $question['flags']);
    $text = $question['text'];
    if (@preg_match($pattern, $text, $one) === false) {
        return preg_last_error() === PREG_INTERNAL_ERROR ? ['refused' => error_get_last()['message'] ?? ''] : 'died';
    }
    $found = [['preg_match', ['result' => preg_match($pattern, $text, $one), 'matches' => $one]]];
    $found[] = ['preg_match_all', ['result' => preg_match_all($pattern, $text, $all), 'matches' => $all]];
    $found[] = ['preg_match_all set', ['result' => preg_match_all($pattern, $text, $sets, PREG_SET_ORDER), 'matches' => $sets]];
    $found[] = ['preg_split', preg_split($pattern, $text)];
    return array_map(fn ($call) => ['call' => $call[0], 'value' => shown($call[1])], $found);
}

function rewrite(array $question): mixed
{
    $limit = $question['scope'] === 'first' ? 1 : -1;
    $text = @preg_replace(delimited($question['pattern'], $question['flags']), $question['template'], $question['text'], $limit, $count);
    return $text === null ? 'died' : ['text' => shown($text), 'replacements' => $count];
}

/** What a source text evaluates to, and what stands between its delimiters. */
function source(array $question): mixed
{
    $source = $question['source'];
    if ($source[0] === '"') {
        return ['pattern' => json_decode($source), 'flags' => ''];
    }
    $made = eval("return $source;");
    $end = strrpos($made, $made[0]);
    return ['pattern' => substr($made, 1, $end - 1), 'flags' => substr($made, $end + 1)];
}

while (($line = fgets(STDIN)) !== false) {
    $answers = [];
    foreach (json_decode($line, true, 512, JSON_THROW_ON_ERROR) as $question) {
        $answers[] = match ($question['kind'] ?? 'verdict') {
            'verdict' => verdict($question),
            'calls' => calls($question),
            'rewrite' => rewrite($question),
            'source' => source($question),
        };
    }
    echo json_encode($answers, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), "\n";
}
