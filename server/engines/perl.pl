# Asks this engine: a question as JSON on standard input, what it finds as JSON on standard output.
#
# The pattern is data for qr and never part of code: what it holds is not interpolated again, and code in it is refused.
# Offsets are turned into UTF-16 code units.
use strict;
no warnings;
use JSON::PP;
use Time::HiRes ();

# Matches that are handed back; the rest is only said to be there.
my $MOST = 20_000;

# A reckoner from code points to UTF-16 code units.
sub in_code_units {
    my ($text) = @_;
    return sub { $_[0] }
        if $text !~ /[\x{10000}-\x{10ffff}]/;
    my ($known, $units) = (0, 0);
    return sub {
        my ($at) = @_;
        ($known, $units) = (0, 0) if $at < $known;
        my $between = substr($text, $known, $at - $known);
        $units += $at - $known + ($between =~ tr/\x{10000}-\x{10ffff}//);
        $known = $at;
        return $units;
    };
}

sub answer {
    my ($question) = @_;
    my ($pattern, $flags, $text, $mode) = @$question{qw(pattern flags text mode)};
    return { refused => "unknown flag $1" } if $flags =~ /([^imsxna])/;
    utf8::upgrade($_) for $pattern, $text;
    my $expression = eval "qr/\$pattern/$flags";
    return { refused => $@ =~ s/ at \(eval.*//sr } if !defined $expression;
    my $asked = $mode eq 'start' ? qr/\A(?:$expression)/ : $mode eq 'whole' ? qr/\A(?:$expression)\z/ : $expression;
    my $counted = ($question->{only} // '') eq 'time';
    my @spans;
    my $more = JSON::PP::false;
    my $started = Time::HiRes::time();
    my $done = eval {
        if ($mode ne 'all') {
            push @spans, [ map { [ $-[$_], $+[$_] ] } 0 .. $#+ ] if $text =~ $asked && !$counted;
            return 1;
        }
        while ($text =~ /$asked/g) {
            next if $counted;
            if (@spans == $MOST) {
                $more = JSON::PP::true;
                last;
            }
            push @spans, [ map { [ $-[$_], $+[$_] ] } 0 .. $#+ ];
        }
        1;
    };
    return { refused => $@ =~ s/ at .*//sr } if !$done;
    my $ms = (Time::HiRes::time() - $started) * 1000;
    my $unit = in_code_units($text);
    my @matches = map {
        my ($whole, @groups) = @$_;
        [ (map { $unit->($_) } @$whole), map { defined $_->[0] && defined $_->[1] ? [ map { $unit->($_) } @$_ ] : undef } @groups ];
    } @spans;
    return { ms => $ms, matches => \@matches, more => $more };
}

my $json = JSON::PP->new->utf8->allow_nonref;
my $input = do { local $/; binmode STDIN; <STDIN> };
my $question = eval { $json->decode($input) };
print $json->encode($question ? answer($question) : { refused => 'half of a pair is no character' });
