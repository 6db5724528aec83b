<?php

declare(strict_types=1);

namespace Tests\Support;

use PhpParser\Node\Arg;
use PhpParser\Node\Expr\New_;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use Symfony\Component\Process\Process;

/** What the files of a folder use, read from their import lists and tokens. */
final class Dependencies
{
    private const IMPURE = ['time', 'microtime', 'hrtime', 'date', 'rand', 'mt_rand', 'random_int', 'random_bytes', 'shuffle', 'file_get_contents', 'file_put_contents', 'fopen', 'unlink', 'glob', 'getenv', 'env', 'app', 'config'];

    public static function root(): string
    {
        return dirname(__DIR__, 2);
    }

    /** @return list<array{string, string}> file and class */
    public static function uses(string $folder): array
    {
        $uses = [];
        foreach (self::files($folder) as $file => $source) {
            preg_match_all('/^use (?!function|const)([\w\\\\]+)(?: as \w+)?;/m', $source, $imports);
            preg_match_all('/(?<![\w\\\\])\\\\((?:Illuminate|App|Inertia|Wrenlo|Symfony)\\\\[\w\\\\]+)/', $source, $inline);
            foreach (array_unique([...$imports[1], ...$inline[1]]) as $class) {
                $uses[] = [$file, $class];
            }
        }

        return $uses;
    }

    /**
     * @param  list<string>  $allowed  namespaces
     * @return list<string> violations, one line each
     */
    public static function beyond(string $folder, array $allowed): array
    {
        $found = [];
        foreach (self::uses($folder) as [$file, $class]) {
            $isOwn = ! str_contains($class, '\\');
            foreach ($allowed as $namespace) {
                $isOwn = $isOwn || str_starts_with($class, $namespace.'\\');
            }
            if (! $isOwn) {
                $found[] = "{$file} uses {$class}";
            }
        }

        return [...$found, ...self::impureCalls($folder)];
    }

    /** @return list<string> */
    public static function impureCalls(string $folder): array
    {
        $found = [];
        foreach (self::files($folder) as $file => $source) {
            preg_match_all('/(?<![\w>:$\\\\]|function )('.implode('|', self::IMPURE).')\(/', $source, $m);
            foreach (array_unique($m[1]) as $name) {
                $found[] = "{$file} calls {$name}()";
            }
        }

        return $found;
    }

    public static function generatedTypes(): string
    {
        return (new Process(['php', 'artisan', 'wrenlo:types', '--print'], self::root(), ['APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32))]))->mustRun()->getOutput();
    }

    /**
     * @param  list<string>  $folders
     * @return list<string> where something is built of more than so many parts by their position alone
     */
    public static function longCalls(array $folders, int $most): array
    {
        $found = [];
        $parser = (new ParserFactory)->createForNewestSupportedVersion();
        foreach ($folders as $folder) {
            foreach (self::files($folder) as $file => $source) {
                foreach ((new NodeFinder)->findInstanceOf($parser->parse($source) ?? [], New_::class) as $new) {
                    $byPosition = array_filter($new->args, static fn ($arg): bool => $arg instanceof Arg && $arg->name === null && ! $arg->unpack);
                    if (count($byPosition) > $most) {
                        $found[] = "{$file}:{$new->getStartLine()}";
                    }
                }
            }
        }

        return $found;
    }

    /** @return array<string, string> path → source without comments */
    public static function files(string $folder): array
    {
        $files = [];
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(self::root()."/{$folder}", RecursiveDirectoryIterator::SKIP_DOTS)) as $file) {
            if ($file->getExtension() === 'php') {
                $files[substr($file->getPathname(), strlen(self::root()) + 1)] = php_strip_whitespace_lines((string) file_get_contents($file->getPathname()));
            }
        }
        ksort($files);

        return $files;
    }
}

/** The source with comments taken out and lines kept. */
function php_strip_whitespace_lines(string $source): string
{
    $out = '';
    foreach (\PhpToken::tokenize($source) as $token) {
        $out .= $token->is([T_COMMENT, T_DOC_COMMENT]) ? str_repeat("\n", substr_count($token->text, "\n")) : $token->text;
    }

    return $out;
}
