# Where Perl cuts made-up texts into words, sentences and lines: a line for each text, its kind, its characters in
# hexadecimal, and a digit for every place between them. `perl fuzz/judges/segments.pl > core/test/cases/perl-segments.txt`
use strict;
use warnings;

# A character and more of every class of the rules.
my %of = (
    wb => "d a 85 61 5d0 27 22 3a 2c 2e 31 5f 30a2 20 9 a0 200d ad 301 1f1e6 1f41f 21 3000 202f",
    sb => "d a 2029 61 42 4e00 31 2e 21 22 29 20 9 2c 2d 301 ad 23 200d",
    lb => "c d a 85 20 200b 200d 301 2060 a0 2d 2010 2014 29 7d 3009 21 2c 2f 28 3008 22 3005 fffc b4 61 5d0 2026 31 4e00 24 25 1100 1161 11a8 ac00 ac01 "
        . "1f1e6 1f466 1f3fb e01 e31 1faff 1fc00 3041 ff08",
);
my $seed = 20261128;
sub below { $seed = ($seed * 1103515245 + 12345) % 2147483648; return int($seed / 65536) % $_[0] }

print "# Recorded by fuzz/judges/segments.pl from Perl $^V.\n";
for my $kind (sort keys %of) {
    my @all = split / /, $of{$kind};
    my $edge = qr/\b{$kind}/;
    for (1 .. 120) {
        # Few characters in a text, so that they meet each other often.
        my @own = map { $all[below(scalar @all)] } 1 .. 5;
        my @codes = map { $own[below(5)] } 1 .. 2 + below(9);
        my $text = join "", map { chr hex } @codes;
        my $held = "";
        for my $at (0 .. length $text) { pos($text) = $at; $held .= $text =~ /\G$edge/gc ? 1 : 0 }
        print join("\t", $kind, "@codes", $held), "\n";
    }
}
