# Answers questions with Perl's own engine, a batch a line: every match with its groups, or null where it is no pattern.
use strict;
use warnings;
no warnings;
use Encode ();
use JSON::PP;
use re ();
binmode STDIN, ':raw';
binmode STDOUT, ':raw';
$| = 1;
my $json = JSON::PP->new->utf8->canonical->allow_nonref;

# UTF-16 code units before an offset in code points.
sub units {
    my ($text, $at) = @_;
    my $before = substr($text, 0, $at);
    return $at + ($before =~ tr/\x{10000}-\x{10ffff}//);
}

# Characters as Unicode has them. What is ASCII is held in bytes: Perl's loops and lookbehinds have faults where it is not.
sub characters {
    my ($string) = @_;
    $string =~ /[^\x00-\x7f]/ ? utf8::upgrade($string) : utf8::downgrade($string);
    return $string;
}

sub compiled {
    my ($question) = @_;
    my $pattern = characters($question->{pattern});
    my $flags = $question->{flags};
    # Flags are written into the source; the pattern is not, so nothing in it is interpolated.
    return eval "qr/\$pattern/$flags";
}

sub verdict {
    my ($question) = @_;
    my $expression = compiled($question);
    return $question->{words} ? "$@" : undef if !defined $expression;
    my $text = characters($question->{text});
    my @rows;
    my $found = eval {
        local $SIG{ALRM} = sub { die "too long\n" };
        alarm 5;
        while ($text =~ /$expression/g) {
            my @row = map { units($text, $_) } $-[0], $+[0];
            for my $group (1 .. $#+) {
                push @row, defined $-[$group] && defined $+[$group] ? [ map { units($text, $_) } $-[$group], $+[$group] ] : undef;
            }
            push @rows, \@row;
            die "too many\n" if @rows > 1000;
        }
        alarm 0;
        1;
    };
    alarm 0;
    # Where in this file it failed is nobody's answer.
    return 'fails: ' . ($@ =~ s/ at \S+ line \d+.*//sr) if !$found;
    return \@rows;
}

sub call { my ($name, $value) = @_; return { call => $name, value => $value } }

sub calls {
    my ($question) = @_;
    my $expression = compiled($question);
    return { refused => "$@" } if !defined $expression;
    my $text = characters($question->{text});
    my @list = $text =~ /$expression/;
    my @all = $text =~ /$expression/g;
    my @loop;
    while ($text =~ /$expression/g) {
        my @values = map { defined $-[$_] && defined $+[$_] ? substr($text, $-[$_], $+[$_] - $-[$_]) : undef } 0 .. $#-;
        push @values, undef while @values <= $#+;
        push @loop, { start => $-[0], end => $+[0], values => \@values };
    }
    my @split = split /$expression/, $text;
    # Numbers that say no more than that there is a match are numbers.
    @list = (1) if @list && !$#+;
    return [ call('list', numbered(\@list, $expression, $text)), call('list g', \@all), call('loop g', \@loop), call('split', \@split) ];
}

# Without groups the list is (1), a number.
sub numbered {
    my ($list, $expression, $text) = @_;
    return $list if $text !~ /$expression/ || $#+ > 0;
    return [1];
}

sub rewrite {
    my ($question) = @_;
    my $expression = compiled($question);
    return { refused => "$@" } if !defined $expression;
    my ($text, $template) = map { characters($_) } @$question{qw(text template)};
    my $all = $question->{scope} eq 'first' ? '' : 'g';
    # A delimiter that nobody writes.
    my $count = eval "no strict; no warnings; use utf8; \$text =~ s\x01\$expression\x01$template\x01$all";
    return { refused => "$@" } if $@;
    return { text => $text, replacements => ($count || 0) + 0 };
}

sub source {
    my ($question) = @_;
    my $source = $question->{source};
    return { pattern => $json->decode(Encode::encode_utf8($source)), flags => '' } if $source =~ /^"/;
    my $made = eval "use utf8; use strict; $source";
    return { refused => "$@" } if !defined $made;
    my ($pattern, $letters) = re::regexp_pattern($made);
    my $flags = join '', map { my $letter = $_; $letters =~ /$letter/ ? $letter : () } qw(i m s x n a);
    return { pattern => $pattern eq '(?:)' ? '' : $pattern, flags => $flags };
}

my %kinds = (calls => \&calls, rewrite => \&rewrite, source => \&source);

# A host's call may have no end (`\K` in a loop or a split), and nothing but the process can be ended then.
sub answer {
    my ($question) = @_;
    my $kind = $kinds{ $question->{kind} // '' };
    return verdict($question) if !$kind;
    alarm 1;
    my $answer = $kind->($question);
    alarm 0;
    return $answer;
}

while (my $line = <STDIN>) {
    my @answers = map { answer($_) } @{ $json->decode($line) };
    print $json->encode(\@answers), "\n";
}
