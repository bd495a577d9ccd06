<?php

declare(strict_types=1);

use App\Http\Controllers\CatalogController;
use App\Http\Controllers\EditController;
use App\Http\Controllers\KeymapController;
use App\Http\Controllers\RecipeController;
use App\Http\Controllers\SongController;
use App\Http\Controllers\StatusController;
use Illuminate\Support\Facades\Route;

Route::get('status', StatusController::class);
Route::get('catalog', CatalogController::class);

Route::get('songs', [SongController::class, 'index']);
Route::post('songs', [SongController::class, 'store']);
Route::get('songs/{song}', [SongController::class, 'show'])->whereNumber('song');
Route::get('songs/{song}/sound', [SongController::class, 'sound'])->whereNumber('song');
Route::patch('songs/{song}', [SongController::class, 'rename'])->whereNumber('song');
Route::delete('songs/{song}', [SongController::class, 'destroy']);
Route::post('songs/{song}/restore', [SongController::class, 'restore'])->withTrashed();
Route::get('songs/{song}/export', [SongController::class, 'export'])->whereNumber('song');
Route::get('songs/{song}/grid', [SongController::class, 'grid'])->whereNumber('song');

Route::post('songs/{song}/edits', [EditController::class, 'edit'])->whereNumber('song');
Route::post('songs/{song}/undo', [EditController::class, 'undo'])->whereNumber('song');
Route::post('songs/{song}/redo', [EditController::class, 'redo'])->whereNumber('song');
Route::post('songs/{song}/advice', [EditController::class, 'advice'])->whereNumber('song');
Route::post('songs/{song}/choose', [EditController::class, 'choose'])->whereNumber('song');
Route::post('songs/{song}/match', [EditController::class, 'match'])->whereNumber('song');
Route::get('songs/{song}/history', [EditController::class, 'history'])->whereNumber('song');
Route::post('songs/{song}/history', [EditController::class, 'goTo'])->whereNumber('song');
Route::patch('songs/{song}/history/{step}', [EditController::class, 'nameStep'])->whereNumber(['song', 'step']);

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
