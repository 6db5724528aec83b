<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Actions\SetUpPerson;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/**
 * With accounts, asks for a sign-in. Without, everything belongs to the one person at this machine: only requests from
 * the loopback address that also name it as their host are let in, so that neither the network nor a page in the
 * person's browser under another name gets at the pieces.
 */
final class KnowThePerson
{
    private const LOOPBACK_HOSTS = ['127.0.0.1', 'localhost', '[::1]'];

    public function handle(Request $request, Closure $next): Response
    {
        if (config('wrenlo.accounts')) {
            return Auth::check() ? $next($request) : redirect()->guest(route('sign-in'));
        }
        // the connection's own address, whatever a proxy header says
        $address = $request->server->getString('REMOTE_ADDR');
        if (! in_array($address, ['127.0.0.1', '::1'], true) || ! in_array($request->getHost(), self::LOOPBACK_HOSTS, true)) {
            abort(403, 'Wrenlo is set up for one person and answers on this machine only.');
        }
        Auth::setUser(SetUpPerson::local());

        return $next($request);
    }
}
