<?php

declare(strict_types=1);

namespace App\Stations\Look;

use App\Findings\Subject;
use App\Plans\Changes;
use App\Plans\Decision;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Sight\Display;

/** What is done to the mesh before anything is measured, and how the finished piece will be shown. */
final readonly class LookDecision implements Decision
{
    public function __construct(public MeshRecipe $recipe, public Display $display) {}

    public static function usual(): self
    {
        return new self(new MeshRecipe, Display::facingMinusY());
    }

    public function toArray(): array
    {
        return ['recipe' => ['scale' => $this->recipe->scale, 'mirror' => $this->recipe->mirror, 'repairs' => $this->recipe->inOrder()], 'display' => Subject::displayToArray($this->display)];
    }

    public static function fromArray(array $row): static
    {
        $r = $row['recipe'];

        return new self(new MeshRecipe((float) $r['scale'], $r['mirror'], array_values($r['repairs'])), Subject::displayFromArray($row['display']));
    }

    public function words(Decision $before): string
    {
        $subject = Subject::ofFile('', '');

        return ucfirst(implode(', ', $before instanceof self ? Changes::between($subject->shaped($before->recipe)->shown($before->display), $subject->shaped($this->recipe)->shown($this->display)) : []) ?: 'How it is shown');
    }
}
