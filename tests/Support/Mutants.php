<?php

declare(strict_types=1);

namespace Tests\Support;

/** One-token changes of PHP source: another operator, sign, comparison, constant, min for max. What tests should notice. */
final class Mutants
{
    private const OPERATORS = [
        '<' => '>=', '>' => '<=', '<=' => '>', '>=' => '<', '===' => '!==', '!==' => '===', '&&' => '||', '||' => '&&', '+' => '-', '-' => '+',
        '*' => '/', '/' => '*', '%' => '*', '+=' => '-=', '-=' => '+=', '*=' => '/=', '/=' => '*=', '++' => '--', '--' => '++',
    ];

    /** Beside a whole number a limit is moved by one; of numbers with fractions no two are ever just equal. */
    private const BESIDE_WHOLE = ['<' => '<=', '>' => '>=', '<=' => '<', '>=' => '>'];

    private const NAMES = [
        'min' => 'max', 'max' => 'min', 'sin' => 'cos', 'cos' => 'sin', 'floor' => 'ceil', 'ceil' => 'floor', 'true' => 'false', 'false' => 'true',
        'M_SQRT1_2' => 'M_SQRT2', 'continue' => 'break', 'break' => 'continue',
    ];

    /** A number below this is what rounding may leave, and no test can tell it from its double. */
    private const ROUNDING = 1e-4;

    /** @return list<array{offset: int, line: int, from: string, to: string}> all there are, in the order of the source */
    public static function of(string $source): array
    {
        $tokens = \PhpToken::tokenize($source);
        $at = array_values(array_filter($tokens, static fn (\PhpToken $t): bool => ! $t->isIgnorable()));
        $found = [];
        foreach ($at as $k => $token) {
            $before = $at[$k - 1] ?? null;
            $to = match (true) {
                // of a negative number the sign is changed: −1 for “none” is as good as −2
                $token->is([T_LNUMBER, T_DNUMBER]) => self::isDeclaration($before, $at[$k - 2] ?? null) || self::isNegated($before, $at[$k - 2] ?? null) ? null : self::number($token->text),
                $token->is([T_STRING, T_CONTINUE, T_BREAK]) => self::isStrictness($at, $k) || self::isMember($at, $k) ? null : self::name($token->text, $before, $at[$k + 1] ?? null),
                $before?->is(T_LNUMBER) === true, ($at[$k + 1] ?? null)?->is(T_LNUMBER) === true => self::BESIDE_WHOLE[$token->text] ?? self::OPERATORS[$token->text] ?? null,
                // an argument by reference and a type of two are no operators; a minus before a number is its sign
                default => self::OPERATORS[$token->text] ?? null,
            };
            if ($to !== null && ! ($token->text === '*' && $before?->text === '*')) {
                $found[] = ['offset' => $token->pos, 'line' => $token->line, 'from' => $token->text, 'to' => $to];
            }
        }

        return $found;
    }

    /** @param  array{offset: int, line: int, from: string, to: string}  $change */
    public static function applied(string $source, array $change): string
    {
        return substr_replace($source, $change['to'], $change['offset'], strlen($change['from']));
    }

    private static function isDeclaration(?\PhpToken $before, ?\PhpToken $second): bool
    {
        return $before?->text === '=' && $second?->text === 'strict_types';
    }

    private static function isNegated(?\PhpToken $before, ?\PhpToken $second): bool
    {
        return $before?->text === '-' && $second !== null && (in_array($second->text, ['=', '(', ',', '?', ':', '[', '<', '>'], true) || $second->is([T_RETURN, T_DOUBLE_ARROW, T_COALESCE, T_IS_IDENTICAL, T_IS_NOT_IDENTICAL]));
    }

    /**
     * What is put into a set: whether it is there is asked by its key.
     *
     * @param  list<\PhpToken>  $at
     */
    private static function isMember(array $at, int $k): bool
    {
        $around = implode(' ', array_map(static fn (int $i): string => ($at[$i] ?? null)?->is(T_VARIABLE) ? '$' : (($at[$i] ?? null)?->text ?? ''), range($k - 3, $k + 1)));

        return str_ends_with($around, '] = true ;') || $around === '[ $ => true ]';
    }

    /**
     * The last argument of in_array and array_search: static analysis knows the types, and with it or without they find the same.
     *
     * @param  list<\PhpToken>  $at
     */
    private static function isStrictness(array $at, int $k): bool
    {
        if ($at[$k]->text !== 'true' || ($at[$k + 1] ?? null)?->text !== ')') {
            return false;
        }
        for ($open = 1, $k--; $k > 0 && $open > 0; $k--) {
            $open += match ($at[$k]->text) {
                ')' => 1,
                '(' => -1,
                default => 0,
            };
        }

        return in_array($at[$k]->text, ['in_array', 'array_search'], true);
    }

    private static function number(string $text): ?string
    {
        $value = (float) str_replace('_', '', $text);

        return match (true) {
            preg_match('/^0[xXbBoO]/', $text) === 1, $value !== 0.0 && abs($value) < self::ROUNDING => null,
            ctype_digit(str_replace('_', '', $text)) => (string) ((int) $value + 1),
            $value === 0.0 => '1.0',
            default => var_export(1.25 * $value, true),
        };
    }

    private static function name(string $text, ?\PhpToken $before, ?\PhpToken $after): ?string
    {
        $isCall = in_array($text, ['min', 'max', 'sin', 'cos', 'floor', 'ceil'], true);
        if ($isCall && ($after?->text !== '(' || $before?->is([T_OBJECT_OPERATOR, T_DOUBLE_COLON, T_FUNCTION]) === true)) {
            return null;
        }
        if (! $isCall && $before?->is([T_OBJECT_OPERATOR, T_DOUBLE_COLON, T_CONST]) === true) {
            return null;
        }
        if (in_array($text, ['continue', 'break'], true) && $after?->text !== ';') {
            return null;
        }

        return self::NAMES[$text] ?? null;
    }
}
