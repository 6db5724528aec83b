<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Support\ByHand;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;
use Wrenlo\Core\Support\Wishes;

final class SupportsCommand extends ShellsCommand
{
    protected $signature = 'wrenlo:supports '.self::FILE.' {--up=0,0,1 : the file-frame direction that becomes +Z} {--style=tree : tree, columns, painted (trees on what is marked must support) or none} {--layer=0.2 : layer height, mm} {--limit=45 : overhang limit from the vertical, degrees}
        {--xy=0.8 : distance to the sides of the piece, mm} {--gap=0.22 : gap below a contact, mm} {--density=15 : share of the plan that columns fill, per cent} {--reach=3 : how far from a contact a layer still holds, mm}
        {--spacing= : distance between the contacts of trees, mm} {--lift=0 : hold the piece so far above the plate, mm} {--without=* : x,y,z of a contact to take away} {--also=* : x,y,z of a place to hold as well} {--plate-only : no foot on the piece} {--marks= : faces marked with wrenlo:mark, or a plan with marks} {--out= : the file to write the shells to} '.self::DISPLAY_OPTIONS.' {--json : print JSON}';

    protected $description = 'Plan supports for one way to stand, as closed shells that any tool-path program prints as they are';

    protected function compute(): array
    {
        $style = SupportStyle::tryFrom((string) $this->option('style')) ?? throw new InvalidArgumentException('--style is tree, columns, painted or none, not “'.$this->option('style').'”.');
        $out = $this->outFile();
        $ask = new SupportAsk($this->number('layer'), $this->number('limit'), $this->number('xy'), $this->number('gap'), $this->number('density') / 100, $this->number('reach'), (bool) $this->option('plate-only'), $this->option('spacing') === null ? null : $this->number('spacing'));
        $lift = $this->number('lift');
        if ($lift < 0.0 || $lift > 50.0) {
            throw new InvalidArgumentException('--lift lies between 0 and 50 mm.');
        }
        $stance = Rotation::bringingUp($this->direction('up'));
        $display = $this->display();
        $mesh = $this->reading()->mesh;
        $marks = $this->marks($mesh->triangleCount());
        $wishes = new Wishes(array_fill_keys($marks->keptClear()->facets(), true), array_fill_keys($marks->of(MarkKind::MustSupport)->facets(), true), byHand: new ByHand($this->places('without'), $this->places('also')));
        $seen = Visibility::weights($mesh, Surface::ofFacets($mesh), Views::of($display));
        $plan = SupportPlan::of($style, $mesh, $marks->weighed($seen), $stance, $ask, $wishes, $lift);
        $this->writeShells($out, $plan->shells(), 'supports - Wrenlo');

        return $plan->toArray(new PrintProfile);
    }

    /** @return list<array{float, float, float}> */
    private function places(string $option): array
    {
        $places = [];
        foreach ((array) $this->option($option) as $text) {
            $numbers = explode(',', (string) $text);
            if (count($numbers) !== 3 || array_filter($numbers, is_numeric(...)) !== $numbers) {
                throw new InvalidArgumentException("--{$option} needs three numbers separated by commas, not “{$text}”.");
            }
            $places[] = [(float) $numbers[0], (float) $numbers[1], (float) $numbers[2]];
        }

        return $places;
    }
}
