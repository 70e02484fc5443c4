use strict;
use warnings;
use utf8;
use open qw(:std :encoding(UTF-8));

my $pattern = PATTERN_HERE;
my $text = do { local $/; <STDIN> };
while ($text =~ /$pattern/g) {
    print "$&\n";
}
