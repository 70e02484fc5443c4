# Counts all matches in a file: of each line, flags and a pattern with a tab between, the count and the milliseconds.
use strict;
use warnings;
use Time::HiRes ();
$| = 1;

open my $file, '<:encoding(UTF-8)', $ARGV[0] or die "$ARGV[0]: $!";
my $text = do { local $/; <$file> };
close $file;
while (my $line = <STDIN>) {
    chomp $line;
    my ($flags, $pattern) = split /\t/, $line, 2;
    my $started = Time::HiRes::time();
    my $expression = eval "qr/\$pattern/$flags" // die $@;
    my $count = 0;
    $count++ while $text =~ /$expression/g;
    print join("\t", $count, (Time::HiRes::time() - $started) * 1000), "\n";
}
