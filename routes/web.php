<?php

declare(strict_types=1);

use App\Http\Controllers\PageController;
use Illuminate\Support\Facades\Route;

Route::get('/', PageController::class);
Route::get('/songs/{song}', PageController::class)->where('song', '[1-9][0-9]{0,17}|new');
