<?php

declare(strict_types=1);

use App\Http\Controllers\CatalogController;
use App\Http\Controllers\ClipController;
use App\Http\Controllers\KeymapController;
use App\Http\Controllers\RecipeController;
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
Route::post('clips/{clip}/match', [RecipeController::class, 'match'])->whereNumber('clip');

Route::get('keymaps', [KeymapController::class, 'index']);
Route::post('keymaps', [KeymapController::class, 'store']);
Route::post('keymaps/import', [KeymapController::class, 'import']);
Route::get('keymaps/{map}', [KeymapController::class, 'show']);
Route::patch('keymaps/{map}', [KeymapController::class, 'update']);
Route::delete('keymaps/{map}', [KeymapController::class, 'destroy']);
Route::post('keymaps/{map}/use', [KeymapController::class, 'use']);
Route::get('keymaps/{map}/export', [KeymapController::class, 'export']);
Route::get('keymaps/{map}/compare/{other}', [KeymapController::class, 'compare']);

Route::get('recipes', [RecipeController::class, 'index']);
Route::post('recipes', [RecipeController::class, 'store']);
Route::post('recipes/order', [RecipeController::class, 'order']);
Route::post('recipes/import', [RecipeController::class, 'import']);
Route::get('recipes/export', [RecipeController::class, 'export']);
Route::patch('recipes/{recipe}', [RecipeController::class, 'update'])->whereNumber('recipe');
Route::delete('recipes/{recipe}', [RecipeController::class, 'destroy'])->whereNumber('recipe');
Route::post('songs/{song}/run', [RecipeController::class, 'runOnSong']);
