<?php
// Asks this engine: a question as JSON on standard input, what it finds as JSON on standard output.
//
// The pattern is data for preg_match_all and never part of code. Offsets are turned into UTF-16 code units.

/** Matches that are handed back; the rest is only said to be there. */
const MOST = 20_000;
const FLAGS = 'imsxnUJu';
const DELIMITERS = "~!@#%&=,;:'\"`_/\x01\x02\x03\x04\x05\x06\x07";

/** Without the flag u a text is its code units below 256, as they are; null where it has others. */
function bytes(string $text): ?string
{
    $made = '';
    foreach (preg_split('//u', $text, -1, PREG_SPLIT_NO_EMPTY) as $character) {
        if (strlen($character) > 2 || ord($character[0]) > 0xc3) {
            return null;
        }
        $made .= strlen($character) === 1 ? $character : chr(((ord($character[0]) & 0x1f) << 6) | (ord($character[1]) & 0x3f));
    }
    return $made;
}

/** A reckoner from bytes to UTF-16 code units; offsets are asked for in any order. */
function units(string $text): callable
{
    if (strlen($text) === strcspn($text, implode('', array_map('chr', range(0x80, 0xff))))) {
        return fn (int $at) => $at;
    }
    $offsets = [0];
    for ($i = 0, $units = 0; $i < strlen($text); $i++) {
        $byte = ord($text[$i]);
        $units += ($byte & 0xc0) === 0x80 ? 0 : ($byte >= 0xf0 ? 2 : 1);
        $offsets[] = $units;
    }
    // A character begins where its first byte stands.
    return fn (int $at) => $at === 0 ? 0 : $offsets[$at];
}

function delimited(string $pattern, string $flags): ?string
{
    foreach (str_split(DELIMITERS) as $delimiter) {
        if (!str_contains($pattern, $delimiter)) {
            return $delimiter . $pattern . $delimiter . $flags;
        }
    }
    return null;
}

function answer(array $question): array
{
    ['pattern' => $pattern, 'flags' => $flags, 'text' => $text, 'mode' => $mode] = $question;
    $unknown = ltrim($flags, FLAGS);
    if ($unknown !== '') {
        return ['refused' => 'unknown flag ' . $unknown[0]];
    }
    $isUnicode = str_contains($flags, 'u');
    if (!$isUnicode) {
        [$pattern, $text] = [bytes($pattern), bytes($text)];
        if ($pattern === null || $text === null) {
            return ['refused' => 'without the flag u a text is bytes, and this has characters that are none'];
        }
    }
    // A line end closes a comment that the pattern may end in.
    $asked = $mode === 'whole' ? "\\A(?:$pattern" . (str_contains($flags, 'x') ? "\n" : '') . ')\\z' : $pattern;
    $whole = delimited($asked, $flags . ($mode === 'start' ? 'A' : ''));
    if ($whole === null) {
        return ['refused' => 'every sign that could stand around the pattern is in it'];
    }
    $options = PREG_SET_ORDER | PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL;
    $started = hrtime(true);
    $count = $mode === 'all' ? @preg_match_all($whole, $text, $matches, $options) : @preg_match($whole, $text, $one, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL);
    $ms = (hrtime(true) - $started) / 1e6;
    if ($count === false) {
        $error = error_get_last()['message'] ?? preg_last_error_msg();
        return ['refused' => preg_replace('/^preg_\w+\(\): /', '', $error)];
    }
    $found = $mode === 'all' ? $matches : ($count === 0 ? [] : [$one]);
    if (($question['only'] ?? '') === 'time') {
        return ['ms' => $ms, 'matches' => [], 'more' => false];
    }
    $unit = $isUnicode ? units($text) : fn (int $at) => $at;
    $rows = [];
    foreach (array_slice($found, 0, MOST) as $match) {
        $row = [];
        foreach ($match as $name => [$value, $start]) {
            if (is_int($name)) {
                $span = $value === null ? null : [$unit($start), $unit($start + strlen($value))];
                $name === 0 ? array_push($row, ...$span) : array_push($row, $span);
            }
        }
        $rows[] = $row;
    }
    return ['ms' => $ms, 'matches' => $rows, 'more' => count($found) > MOST];
}

try {
    $question = json_decode(stream_get_contents(STDIN), true, 512, JSON_THROW_ON_ERROR);
    echo json_encode(answer($question), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
} catch (JsonException) {
    echo json_encode(['refused' => 'PHP reads UTF-8, and half of a pair is none']);
}
