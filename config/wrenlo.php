<?php

return [
    // Off: one person, no login, loopback only. On: sign-up and sign-in.
    'accounts' => filter_var(env('WRENLO_ACCOUNTS', false), FILTER_VALIDATE_BOOLEAN),

    'upload_max_bytes' => 256 * 1024 * 1024,

    // Directions on the sphere a search begins with, besides the resting poses.
    'directions' => 2000,

    // How many stances are proven with a height field and offered.
    'finalists' => 24,
    // off where tests run whole processes and do not count proofs
    'closer' => filter_var(env('WRENLO_CLOSER', true), FILTER_VALIDATE_BOOLEAN),

    // the disk (config/filesystems.php) that files of findings lie on
    'disk' => env('WRENLO_DISK', 'derived'),

    // what the sweep keeps
    'findings_most_bytes' => (int) env('WRENLO_FINDINGS_MOST_BYTES', 4_000_000_000),
    'findings_most_days' => (int) env('WRENLO_FINDINGS_MOST_DAYS', 60),
];
