<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Deliveries;

enum ExportState: string
{
    case Queued = 'queued';
    case Running = 'running';
    case Done = 'done';
    case Failed = 'failed';
    case Cancelled = 'cancelled';
}
