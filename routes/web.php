<?php

use App\Http\Controllers\AccountController;
use App\Http\Controllers\AnalysisController;
use App\Http\Controllers\CabinetController;
use App\Http\Controllers\ContactSheetController;
use App\Http\Controllers\ExportController;
use App\Http\Controllers\FileController;
use App\Http\Controllers\MarksController;
use App\Http\Controllers\PieceController;
use App\Http\Controllers\PieceFileController;
use App\Http\Controllers\PlanController;
use App\Http\Controllers\PoseController;
use App\Http\Controllers\RankingController;
use App\Http\Controllers\RestsController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\ShelfController;
use App\Http\Controllers\SplitController;
use App\Http\Controllers\StanceController;
use App\Http\Controllers\ThicknessController;
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

Route::middleware(KnowThePerson::class)->group(function () {
    Route::get('/', [CabinetController::class, 'index'])->name('cabinet');

    Route::post('/pieces', [PieceController::class, 'store']);
    Route::get('/pieces/{piece}', [PieceController::class, 'show'])->name('piece');
    Route::patch('/pieces/{piece}', [PieceController::class, 'update']);
    Route::delete('/pieces/{piece}', [PieceController::class, 'destroy']);

    Route::get('/pieces/{piece}/analysis', [AnalysisController::class, 'show']);
    Route::post('/pieces/{piece}/analysis', [AnalysisController::class, 'store']);
    Route::delete('/pieces/{piece}/analysis', [AnalysisController::class, 'destroy']);
    Route::get('/pieces/{piece}/ranking', [RankingController::class, 'show']);
    Route::post('/pieces/{piece}/pose', [PoseController::class, 'show']);
    Route::post('/pieces/{piece}/stances', [PoseController::class, 'store']);
    Route::get('/pieces/{piece}/rests', [RestsController::class, 'show']);
    Route::put('/pieces/{piece}/plan', [PlanController::class, 'update']);
    Route::get('/pieces/{piece}/export/{format}', [ExportController::class, 'show'])->whereIn('format', ['stl', '3mf', 'obj', 'json', 'sheet']);
    Route::get('/pieces/{piece}/contact-sheet', [ContactSheetController::class, 'show']);
    Route::get('/pieces/{piece}/{kind}', [PieceFileController::class, 'show'])->whereIn('kind', ['geometry', 'seen', 'repair', 'thickness-tint', 'picture']);
    Route::get('/pieces/{piece}/thickness', [ThicknessController::class, 'show']);
    Route::post('/pieces/{piece}/thickness', [ThicknessController::class, 'store']);
    Route::delete('/pieces/{piece}/thickness', [ThicknessController::class, 'destroy']);
    Route::post('/pieces/{piece}/file', [FileController::class, 'store']);
    Route::post('/pieces/{piece}/marks', [MarksController::class, 'store']);
    Route::post('/pieces/{piece}/marks/undo', [MarksController::class, 'undo']);
    Route::post('/pieces/{piece}/marks/redo', [MarksController::class, 'redo']);
    Route::get('/pieces/{piece}/patches/{number}', [MarksController::class, 'patch'])->whereNumber('number');
    Route::post('/pieces/{piece}/split', [SplitController::class, 'store']);

    Route::get('/stances/{candidate}', [StanceController::class, 'show']);
    Route::get('/stances/{candidate}/picture', [PieceFileController::class, 'stance']);

    Route::get('/shelf', [ShelfController::class, 'index'])->name('shelf');
    Route::whereIn('kind', ['printers', 'nozzles', 'filaments'])->group(function () {
        Route::post('/shelf/{kind}', [ShelfController::class, 'store']);
        Route::put('/shelf/{kind}/{id}', [ShelfController::class, 'update'])->whereNumber('id');
        Route::delete('/shelf/{kind}/{id}', [ShelfController::class, 'destroy'])->whereNumber('id');
    });
});
