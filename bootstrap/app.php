<?php

declare(strict_types=1);

use App\Actions\Refusal;
use App\Http\Middleware\HandleInertiaRequests;
use App\Http\Middleware\KeepSession;
use App\Http\Middleware\KnowThePerson;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Exceptions\PostTooLargeException;
use Illuminate\Http\Request;
use Illuminate\Routing\Middleware\SubstituteBindings;
use Illuminate\Session\Middleware\StartSession;
use Illuminate\Validation\ValidationException;
use Inertia\Inertia;
use Symfony\Component\HttpFoundation\Response;

$app = Application::configure(basePath: dirname(__DIR__))
    ->withRouting(web: __DIR__.'/../routes/web.php', commands: __DIR__.'/../routes/console.php', health: '/up')
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->web(append: [HandleInertiaRequests::class], replace: [StartSession::class => KeepSession::class]);
        // before a piece is looked up: a stranger must not learn which addresses exist
        $middleware->prependToPriorityList(SubstituteBindings::class, KnowThePerson::class);
        $middleware->redirectGuestsTo('/sign-in');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->dontReport([PostTooLargeException::class, Refusal::class]);
        $exceptions->map(Refusal::class, fn (Refusal $e): Throwable => ValidationException::withMessages([$e->field => $e->getMessage()]));
        $exceptions->render(fn (PostTooLargeException $e, Request $request): Response => response()->json(['message' => 'The file is larger than 256 MB; nothing was kept.'], 413));
        $exceptions->respond(function (Response $response, Throwable $e, Request $request): Response {
            $isPage = ! $request->expectsJson() && in_array($response->getStatusCode(), [403, 404, 409, 419, 500, 503], true);
            if (! $isPage || (config('app.debug') && $response->getStatusCode() >= 500)) {
                return $response;
            }

            return Inertia::render('Problem', ['status' => $response->getStatusCode(), 'message' => $response->getStatusCode() < 500 ? $e->getMessage() : ''])
                ->toResponse($request)->setStatusCode($response->getStatusCode());
        });
    })->create();

// getenv(): PHP's own web server passes the environment on in no other way
$storage = getenv('WRENLO_STORAGE');

return $storage ? $app->useStoragePath($storage) : $app;
