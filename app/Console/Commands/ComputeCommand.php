<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use InvalidArgumentException;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Unmeasurable;
use Wrenlo\Core\Photo\UnreadablePhoto;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;

/** A command that computes: `--json` prints the numbers of the screens, a failure is one sentence on stderr and exit 1. */
abstract class ComputeCommand extends Command
{
    protected const DISPLAY_OPTIONS = '{--mode=shelf : how it is shown: shelf, turntable, wall, worn or lit} '.self::VIEWER_OPTIONS;

    protected const VIEWER_OPTIONS = '{--front=0,-1,0 : direction towards the viewers, file frame}
        {--shown-up=0,0,1 : what is up when the piece is shown, file frame} {--spread= : viewers to either side of the front, degrees} {--eye= : height of their eyes, degrees above level}';

    public function handle(): int
    {
        try {
            $result = $this->compute();
        } catch (UnreadableMesh|Unmeasurable|UnreadablePhoto|InvalidArgumentException $e) {
            $output = $this->output->getOutput();
            ($output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output)->writeln($e->getMessage());

            return self::FAILURE;
        }
        if ($this->option('json')) {
            $this->output->writeln(json_encode($result, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION), OutputInterface::OUTPUT_RAW);
        } else {
            $this->present($result);
        }

        return self::SUCCESS;
    }

    /** @return array<string, mixed> */
    abstract protected function compute(): array;

    /** @param  array<string, mixed>  $result */
    protected function present(array $result): void
    {
        foreach ($result as $key => $value) {
            $text = match (true) {
                is_bool($value) => $value ? 'yes' : 'no',
                is_float($value) => rtrim(rtrim(number_format($value, 4), '0'), '.'),
                is_array($value) => json_encode($value, JSON_UNESCAPED_UNICODE),
                default => (string) $value,
            };
            $this->line(sprintf('%-28s %s', str_replace('_', ' ', $key), $text));
        }
    }

    protected function direction(string $option): Vec3
    {
        $text = $this->text($option);
        if ($text === '') {
            throw new InvalidArgumentException("--{$option} is needed: three numbers separated by commas, such as 0,0,1.");
        }

        return Vec3::unitFromText($text);
    }

    /** @param  string  $option  that says the mode: the commands that have another --mode call it --shown */
    protected function display(string $option = 'mode'): Display
    {
        $mode = DisplayMode::tryFrom($this->text($option)) ?? throw new InvalidArgumentException('--'.$option.' is one of '.implode(', ', array_column(DisplayMode::cases(), 'value')).'.');
        $angle = fn (string $option): ?float => $this->text($option) === '' ? null : $this->number($option);

        return new Display($this->direction('shown-up'), $this->direction('front'), $mode, $angle('spread'), $angle('eye'));
    }

    protected function text(string $option): string
    {
        $given = $this->option($option);

        return is_scalar($given) ? (string) $given : '';
    }

    protected function number(string $option): float
    {
        $text = $this->text($option);

        return is_numeric($text) ? (float) $text : throw new InvalidArgumentException("--{$option} needs a number, not “{$text}”.");
    }
}
