<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mark;

/** What a person can say about a part of the surface by painting it. */
enum MarkKind: string
{
    case Show = 'show';
    case Hide = 'hide';
    case Mating = 'mating';
    case MustSupport = 'must_support';
    case NeverSupport = 'never_support';
    case SeamHere = 'seam_here';
    case NoSeam = 'no_seam';

    public function label(): string
    {
        return match ($this) {
            self::Show => 'Show',
            self::Hide => 'Hide',
            self::Mating => 'Mating',
            self::MustSupport => 'Must support',
            self::NeverSupport => 'Never support',
            self::SeamHere => 'Seam here',
            self::NoSeam => 'No seam',
        };
    }

    public function why(): string
    {
        return match ($this) {
            self::Show => 'counts as seen by everyone, and three times over.',
            self::Hide => 'counts as seen by nobody: a foot, a back, the inside of a socket.',
            self::Mating => 'has to fit another part: stays true to size, no support touches it.',
            self::MustSupport => 'is held wherever it faces down, however steep.',
            self::NeverSupport => 'no support may touch it; stances that need one there lose.',
            self::SeamHere => 'the seam may run here and counts as unseen.',
            self::NoSeam => 'a seam here counts three times.',
        };
    }

    /** @return list<self> marks a facet cannot bear beside this one */
    public function against(): array
    {
        return match ($this) {
            self::Show => [self::Hide],
            self::Hide => [self::Show],
            self::Mating, self::NeverSupport => [self::MustSupport],
            self::MustSupport => [self::NeverSupport, self::Mating],
            self::SeamHere => [self::NoSeam],
            self::NoSeam => [self::SeamHere],
        };
    }
}
