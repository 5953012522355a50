<?php

declare(strict_types=1);

namespace Tovrin\App\Delivery;

/** Where finished files go. */
enum DeliverTo: string
{
    /** Each to the browser's downloads. */
    case Downloads = 'downloads';
    /** All of them in one ZIP archive. */
    case Archive = 'archive';
    /** The folder that the owner of the server has allowed. */
    case Folder = 'folder';
}
