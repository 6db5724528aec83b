<?php

declare(strict_types=1);

namespace App\Providers;

use App\Findings\Leases;
use App\Findings\MeshInHand;
use App\Findings\WarmUp;
use App\Models\Filament;
use App\Models\Nozzle;
use App\Models\Printer;
use App\Policies\ShelfPolicy;
use App\Storage\ImmediateSqliteConnector;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Foundation\Events\DiagnosingHealth;
use Illuminate\Queue\Events\WorkerStarting;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->bind('db.connector.sqlite', ImmediateSqliteConnector::class);
    }

    public function boot(): void
    {
        Model::preventSilentlyDiscardingAttributes();
        Event::listen([WorkerStarting::class, DiagnosingHealth::class], WarmUp::now(...));
        // a worker between two jobs gives back what others left
        Queue::looping(static function (): void {
            MeshInHand::tidy();
            Leases::recoverNowAndThen();
        });
        foreach ([Printer::class, Nozzle::class, Filament::class] as $tool) {
            Gate::policy($tool, ShelfPolicy::class);
        }
    }
}
