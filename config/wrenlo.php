<?php

return [
    // Off: one person, no login, loopback only. On: sign-up and sign-in.
    'accounts' => filter_var(env('WRENLO_ACCOUNTS', false), FILTER_VALIDATE_BOOLEAN),

    'upload_max_bytes' => 256 * 1024 * 1024,

    // Directions on the sphere a search begins with, besides the resting poses.
    'directions' => (int) env('WRENLO_DIRECTIONS', 2000),

    // How many stances are proven with a height field and offered.
    'finalists' => (int) env('WRENLO_FINALISTS', 24),
    // Around how many of the leaders a better one is looked for, each turn proven; 0: none.
    'leaders' => (int) env('WRENLO_LEADERS', 5),

    // the disk (config/filesystems.php) that files of findings lie on
    'disk' => env('WRENLO_DISK', 'derived'),

    // what the sweep keeps
    'findings_most_bytes' => (int) env('WRENLO_FINDINGS_MOST_BYTES', 4_000_000_000),
    'findings_most_days' => (int) env('WRENLO_FINDINGS_MOST_DAYS', 60),
];
