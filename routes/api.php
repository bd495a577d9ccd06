<?php

declare(strict_types=1);

use App\Http\Controllers\CatalogController;
use App\Http\Controllers\ClipController;
use App\Http\Controllers\SongController;
use App\Http\Controllers\StatusController;
use App\Http\Controllers\TrackController;
use Illuminate\Support\Facades\Route;

Route::get('status', StatusController::class);
Route::get('catalog', CatalogController::class);

Route::get('songs', [SongController::class, 'index']);
Route::post('songs', [SongController::class, 'store']);
Route::get('songs/{song}', [SongController::class, 'show']);
Route::patch('songs/{song}', [SongController::class, 'update']);
Route::delete('songs/{song}', [SongController::class, 'destroy']);
Route::post('songs/{song}/restore', [SongController::class, 'restore'])->withTrashed();
Route::get('songs/{song}/export', [SongController::class, 'export']);
Route::get('songs/{song}/grid', [SongController::class, 'grid']);

Route::patch('tracks/{track}', [TrackController::class, 'update']);

Route::get('clips/{clip}', [ClipController::class, 'show']);
Route::post('clips/{clip}/edits', [ClipController::class, 'edit'])->whereNumber('clip');
Route::post('clips/{clip}/undo', [ClipController::class, 'undo'])->whereNumber('clip');
Route::post('clips/{clip}/redo', [ClipController::class, 'redo'])->whereNumber('clip');
Route::post('clips/{clip}/advice', [ClipController::class, 'advice'])->whereNumber('clip');
Route::post('clips/{clip}/choose', [ClipController::class, 'choose'])->whereNumber('clip');
Route::get('clips/{clip}/history', [ClipController::class, 'history'])->whereNumber('clip');
Route::post('clips/{clip}/history', [ClipController::class, 'goTo'])->whereNumber('clip');
Route::patch('clips/{clip}/history/{step}', [ClipController::class, 'nameStep'])->whereNumber(['clip', 'step']);
