<?php

declare(strict_types=1);

namespace Tovrin\Core\Model;

/** A colour model whose numbers make no sense. */
final class DamagedModel extends \InvalidArgumentException
{
    /** @param string $path where in the data of the model */
    public function __construct(public readonly string $path, string $message)
    {
        parent::__construct($message);
    }
}
