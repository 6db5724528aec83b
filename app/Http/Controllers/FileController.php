<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ReplaceFile;
use App\Http\Requests\StorePieceRequest;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Wrenlo\Core\Format\UnreadableMesh;

/** Another version of a piece's file. */
final class FileController extends Controller
{
    public function store(Piece $piece): JsonResponse
    {
        $this->bench($piece); // whose it is, before the file is looked at
        $file = app(StorePieceRequest::class)->mesh();
        try {
            $isNew = ReplaceFile::handle($piece, $file->getPathname(), $file->getClientOriginalName());
        } catch (UnreadableMesh $e) {
            throw ValidationException::withMessages(['file' => $e->getMessage().' The file before it stays.']);
        }

        return response()->json(['changed' => $isNew, 'words' => $isNew ? 'Another file: it is being measured anew.' : 'It is the same file, byte for byte; nothing changed, all marks stay.']);
    }
}
