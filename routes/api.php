<?php

declare(strict_types=1);

use App\Http\Controllers\BankController;
use App\Http\Controllers\CatalogController;
use App\Http\Controllers\EditController;
use App\Http\Controllers\KeymapController;
use App\Http\Controllers\RecipeController;
use App\Http\Controllers\SelectionController;
use App\Http\Controllers\ShelfController;
use App\Http\Controllers\SongController;
use App\Http\Controllers\StatusController;
use App\Http\Controllers\TrackMapController;
use Illuminate\Support\Facades\Route;

// Ids as the database gives them; whatever else stands in their place names nothing.
foreach (['song', 'step', 'recipe', 'track', 'phrase'] as $id) {
    Route::pattern($id, '[1-9][0-9]{0,17}');
}

Route::get('status', StatusController::class);
Route::get('catalog', CatalogController::class);

Route::get('songs', [SongController::class, 'index']);
Route::post('songs', [SongController::class, 'store']);
Route::get('songs/{song}', [SongController::class, 'show']);
Route::post('songs/{song}/open', [SongController::class, 'show']);
Route::get('songs/{song}/glance', [SongController::class, 'glance']);
Route::get('songs/{song}/sound', [SongController::class, 'sound']);
Route::post('songs/{song}/sound', [SongController::class, 'sound']);
Route::patch('songs/{song}', [SongController::class, 'rename']);
Route::delete('songs/{song}', [SongController::class, 'destroy']);
Route::post('songs/{song}/restore', [SongController::class, 'restore'])->withTrashed();
Route::get('songs/{song}/export', [SongController::class, 'export']);
Route::get('songs/{song}/grid', [SongController::class, 'grid']);
Route::get('songs/{song}/tracks/{track}/row-names', [TrackMapController::class, 'rowNames']);
Route::get('songs/{song}/tracks/{track}/techniques', [TrackMapController::class, 'techniques']);
Route::post('row-names', [TrackMapController::class, 'readRowNames']);
Route::post('techniques', [TrackMapController::class, 'readTechniques']);

Route::post('songs/{song}/edits', [EditController::class, 'edit']);
Route::post('songs/{song}/ahead', [EditController::class, 'ahead']);
Route::post('songs/{song}/undo', [EditController::class, 'undo']);
Route::post('songs/{song}/redo', [EditController::class, 'redo']);
Route::post('songs/{song}/advice', [EditController::class, 'advice']);
Route::post('songs/{song}/keys', [EditController::class, 'keys']);
Route::post('songs/{song}/why', [EditController::class, 'why']);
Route::post('songs/{song}/say', [EditController::class, 'say']);
Route::post('songs/{song}/choose', [EditController::class, 'choose']);
Route::post('songs/{song}/select', [EditController::class, 'select']);
Route::post('songs/{song}/match', [EditController::class, 'match']);
Route::get('songs/{song}/selections', [SelectionController::class, 'show']);
Route::put('songs/{song}/selections', [SelectionController::class, 'keep']);
Route::get('songs/{song}/history', [EditController::class, 'history']);
Route::post('songs/{song}/history', [EditController::class, 'goTo']);
Route::put('songs/{song}/marks', [EditController::class, 'mark']);
Route::patch('songs/{song}/history/{step}', [EditController::class, 'nameStep']);

Route::get('banks', [BankController::class, 'index']);
Route::post('banks', [BankController::class, 'begin']);
Route::put('banks/begun/{token}', [BankController::class, 'take']);
Route::post('banks/begun/{token}', [BankController::class, 'finish']);
Route::get('banks/{bank}/file', [BankController::class, 'file']);
Route::delete('banks/{bank}', [BankController::class, 'destroy']);

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
Route::patch('recipes/{recipe}', [RecipeController::class, 'update']);
Route::delete('recipes/{recipe}', [RecipeController::class, 'destroy']);

Route::get('shelf', [ShelfController::class, 'index']);
Route::post('shelf', [ShelfController::class, 'store']);
Route::post('shelf/import', [ShelfController::class, 'import']);
Route::get('shelf/{phrase}', [ShelfController::class, 'show']);
Route::patch('shelf/{phrase}', [ShelfController::class, 'update']);
Route::delete('shelf/{phrase}', [ShelfController::class, 'destroy']);
Route::get('shelf/{phrase}/export', [ShelfController::class, 'export']);
