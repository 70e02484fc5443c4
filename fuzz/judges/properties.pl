# Every spelling of a property that this Perl has in its tables, with what it holds: a line for each set, the number of its
# characters and a sum over its ends, then all its names. `perl fuzz/judges/properties.pl > core/test/cases/perl-properties.txt`
use strict;
use warnings;
use Unicode::UCD qw(prop_invlist);

my %names;
{
    no warnings;
    do "unicore/UCD.pl" or die "no tables: $@";
    do "unicore/uni_keywords.pl" or die "no keywords: $@";
    $names{$_} = 1 for keys %Unicode::UCD::uni_prop_ptrs_indices, keys %Unicode::UCD::loose_to_file_of, keys %Unicode::UCD::stricter_to_file_of;
}

my %by_set;
for my $name (sort keys %names) {
    # Names of Perl's own, for its own use; and one that its patterns read otherwise than its tables.
    next if $name =~ /^_perl|_perl_aux$|^nv=_minus|^l_amp_|^isl_$/ or !eval { no warnings; qr/\p{$name}/ };
    my @ends = prop_invlist($name);
    push @ends, 0x110000 if @ends % 2;
    my ($count, $sum) = (0, 0);
    for (my $i = 0; $i < @ends; $i += 2) {
        my ($from, $to) = ($ends[$i], $ends[$i + 1] - 1);
        $to = 0x10ffff if $to > 0x10ffff;
        next if $to < $from;
        $count += $to - $from + 1;
        $sum = ($sum * 31 + $from * 7 + $to) % 2147483647;
    }
    push @{$by_set{"$count $sum"}}, $name;
}
print "# Recorded by fuzz/judges/properties.pl from Perl $^V, Unicode ", Unicode::UCD::UnicodeVersion(), ".\n";
print join(" ", $_, @{$by_set{$_}}), "\n" for sort keys %by_set;
