<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Findings\Findings;
use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Kinds;
use App\Findings\Lane;
use App\Findings\Leases;
use App\Http\Resources\FindingStatus;
use App\Models\Finding;
use App\Models\Piece;
use App\Plans\Bench;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use InvalidArgumentException;

/** A finding about a piece by its kind: how far it is, a start, a stop; and the files of one by its key. */
final class FindingController extends Controller
{
    private const TYPES = ['picture' => 'image/png'];

    public function show(Piece $piece, string $kind): JsonResponse
    {
        $bench = $this->bench($piece, null);
        Leases::recover();

        return response()->json(FindingStatus::of($bench, $this->kind($kind, $bench)));
    }

    public function store(Piece $piece, string $kind): JsonResponse
    {
        $bench = $this->bench($piece, null);
        $class = $this->kind($kind, $bench);
        Findings::again($class, $bench->subject());

        return response()->json(FindingStatus::of(Bench::of($piece), $class), 201);
    }

    public function destroy(Piece $piece, string $kind): JsonResponse
    {
        $bench = $this->bench($piece, null);
        $class = $this->kind($kind, $bench);
        Findings::cancel($bench->find($class) ?? abort(404));

        return response()->json(FindingStatus::of(Bench::of($piece), $class));
    }

    /** To be kept by the browser: the address changes with the content. */
    public function file(Piece $piece, string $key, string $name): Response
    {
        $this->authorize('own', $piece);
        $finding = Finding::query()->where('key', $key)->where('source', $piece->blob)->first() ?? abort(404);
        isset($finding->blobs[$name]) || abort(404);
        // a damaged or missing file is computed again while the browser waits, or asks once more
        $bytes = $finding->kindClass()::lane() === Lane::Long ? Findings::blob($finding, $name) : Findings::blobNow($finding, $name);
        abort_if($bytes === null, 503, 'This is being computed again.', ['Retry-After' => '1']);

        return response($bytes, 200, ['Content-Type' => self::TYPES[$name] ?? 'application/octet-stream', 'Content-Length' => (string) strlen($bytes), 'X-Content-Type-Options' => 'nosniff'])
            ->setPrivate()->setMaxAge(604_800);
    }

    /** @return class-string<Kind> */
    private function kind(string $name, Bench $bench): string
    {
        try {
            $kind = Kinds::named($name);
        } catch (InvalidArgumentException) {
            abort(404);
        }
        // one of a single stance or of a share has no address of its own
        $rests = $kind::restsOn();
        abort_if(in_array(Input::Stance, $rests, true) || in_array(Input::Part, $rests, true), 404);

        abort_unless($bench->subject()->says($rests), 404);

        return $kind;
    }
}
