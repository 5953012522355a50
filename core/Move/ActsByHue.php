<?php

declare(strict_types=1);

namespace Tovrin\Core\Move;

/** A kind of move that does different things to different hues all over the photo: what it does to one of the photo's colours ends where that colour does. */
interface ActsByHue extends MoveKind
{
}
