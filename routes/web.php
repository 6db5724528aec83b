<?php

use App\Http\Controllers\AccountController;
use App\Http\Controllers\CabinetController;
use App\Http\Controllers\ContactSheetController;
use App\Http\Controllers\CurrencyController;
use App\Http\Controllers\DecisionController;
use App\Http\Controllers\ExportController;
use App\Http\Controllers\FileController;
use App\Http\Controllers\FindingController;
use App\Http\Controllers\HoldingController;
use App\Http\Controllers\IroningController;
use App\Http\Controllers\LayeringController;
use App\Http\Controllers\LithophaneController;
use App\Http\Controllers\MarksController;
use App\Http\Controllers\MeasuringController;
use App\Http\Controllers\PhotoController;
use App\Http\Controllers\PieceController;
use App\Http\Controllers\PlanController;
use App\Http\Controllers\PlateController;
use App\Http\Controllers\PoseController;
use App\Http\Controllers\RankingController;
use App\Http\Controllers\ReadingController;
use App\Http\Controllers\RivalsController;
use App\Http\Controllers\SeamController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\ShelfController;
use App\Http\Controllers\SplitController;
use App\Http\Controllers\StanceController;
use App\Http\Controllers\WedgeController;
use App\Http\Middleware\KnowThePerson;
use App\Http\Middleware\OnlyWithAccounts;
use Illuminate\Support\Facades\Route;

Route::middleware(OnlyWithAccounts::class)->group(function () {
    Route::get('/sign-in', [SessionController::class, 'create'])->name('sign-in');
    Route::post('/sign-in', [SessionController::class, 'store']);
    Route::post('/sign-out', [SessionController::class, 'destroy']);
    Route::get('/sign-up', [AccountController::class, 'create']);
    Route::post('/sign-up', [AccountController::class, 'store']);
});

// a number of more digits than PHP can count to is nobody's
Route::patterns(array_fill_keys(['printer', 'filament', 'number', 'id'], '[0-9]{1,18}'));

Route::middleware(KnowThePerson::class)->group(function () {
    Route::get('/', [CabinetController::class, 'index'])->name('cabinet');

    Route::post('/pieces', [PieceController::class, 'store']);
    Route::get('/pieces/{piece}', [PieceController::class, 'show'])->name('piece');
    Route::patch('/pieces/{piece}', [PieceController::class, 'update']);
    Route::delete('/pieces/{piece}', [PieceController::class, 'destroy']);

    Route::get('/pieces/{piece}/measuring', [MeasuringController::class, 'show']);
    Route::post('/pieces/{piece}/measuring', [MeasuringController::class, 'store']);
    Route::delete('/pieces/{piece}/measuring', [MeasuringController::class, 'destroy']);
    Route::get('/pieces/{piece}/findings/{kind}', [FindingController::class, 'show'])->where('kind', '[a-z]+');
    Route::post('/pieces/{piece}/findings/{kind}', [FindingController::class, 'store'])->where('kind', '[a-z]+');
    Route::delete('/pieces/{piece}/findings/{kind}', [FindingController::class, 'destroy'])->where('kind', '[a-z]+');
    Route::get('/pieces/{piece}/findings/{key}/{name}', [FindingController::class, 'file'])->where(['key' => '[0-9a-f]{64}', 'name' => '[a-z-]+']);
    Route::post('/pieces/{piece}/plans', [PlanController::class, 'store']);
    Route::patch('/pieces/{piece}/plans/{plan}', [PlanController::class, 'update']);
    Route::delete('/pieces/{piece}/plans/{plan}', [PlanController::class, 'destroy']);
    Route::put('/pieces/{piece}/plans/{plan}/position', [PlanController::class, 'move']);
    Route::put('/pieces/{piece}/plans/{plan}/decisions/{station}', [DecisionController::class, 'update']);
    Route::get('/pieces/{piece}/ranking', [RankingController::class, 'show']);
    Route::get('/pieces/{piece}/pose', [PoseController::class, 'show']);
    Route::get('/pieces/{piece}/rests', [PoseController::class, 'index']);
    Route::get('/pieces/{piece}/stances/{stance}', [StanceController::class, 'show']);
    Route::get('/pieces/{piece}/stances/{stance}/holding', [HoldingController::class, 'show']);
    Route::get('/pieces/{piece}/stances/{stance}/ways', [HoldingController::class, 'ways']);
    Route::get('/pieces/{piece}/layering', [LayeringController::class, 'show']);
    Route::get('/pieces/{piece}/layering/plan', [LayeringController::class, 'plan']);
    Route::get('/pieces/{piece}/layering/nozzles', [LayeringController::class, 'nozzles']);
    Route::get('/pieces/{piece}/seam', [SeamController::class, 'show']);
    Route::get('/pieces/{piece}/ironing', [IroningController::class, 'show']);
    Route::get('/pieces/{piece}/rivals/{way}', [RivalsController::class, 'show']);
    Route::get('/pieces/{piece}/export/{format}', [ExportController::class, 'show'])->whereIn('format', ['stl', '3mf', 'obj', 'json', 'sheet', 'supports', 'held-3mf', 'held-stl', 'layers', 'zip']);
    Route::get('/pieces/{piece}/contact-sheet', [ContactSheetController::class, 'show']);
    Route::get('/pieces/{piece}/photo/fitness', [PhotoController::class, 'fitness']);
    Route::get('/pieces/{piece}/photo/rows', [PhotoController::class, 'rows']);
    Route::post('/pieces/{piece}/photo/beside', [PhotoController::class, 'beside']);
    Route::get('/pieces/{piece}/lit', [LithophaneController::class, 'picture']);
    Route::get('/pieces/{piece}/lithophane/{format}', [LithophaneController::class, 'show'])->whereIn('format', ['stl', '3mf', 'json', 'layers', 'sheet', 'backing-png', 'backing-pdf']);
    Route::post('/pieces/{piece}/file', [FileController::class, 'store']);
    Route::post('/pieces/{piece}/marks', [MarksController::class, 'store']);
    Route::put('/pieces/{piece}/marks/position', [MarksController::class, 'move']);
    Route::get('/pieces/{piece}/patches/{number}', [MarksController::class, 'patch']);
    Route::post('/pieces/{piece}/split', [SplitController::class, 'store']);

    Route::get('/plate', [PlateController::class, 'index'])->name('plate');
    Route::get('/plate/report', [PlateController::class, 'show']);
    Route::get('/plate/3mf', [PlateController::class, 'file']);

    Route::get('/shelf', [ShelfController::class, 'index'])->name('shelf');
    Route::put('/shelf/currency', [CurrencyController::class, 'update']);
    Route::put('/shelf/printers/{printer}/filaments/{filament}/reading', [ReadingController::class, 'update']);
    Route::get('/shelf/wedge', [WedgeController::class, 'show']);
    Route::post('/shelf/wedge/photo', [WedgeController::class, 'photo']);
    Route::get('/shelf/bars', [WedgeController::class, 'bars']);
    Route::put('/shelf/filaments/{filament}/bars', [WedgeController::class, 'toldApart']);
    Route::put('/shelf/filaments/{filament}/light', [WedgeController::class, 'update']);
    Route::whereIn('kind', ['printers', 'nozzles', 'filaments'])->group(function () {
        Route::post('/shelf/{kind}', [ShelfController::class, 'store']);
        Route::put('/shelf/{kind}/{id}', [ShelfController::class, 'update']);
        Route::delete('/shelf/{kind}/{id}', [ShelfController::class, 'destroy']);
    });
});
