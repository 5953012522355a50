<?php

declare(strict_types=1);

namespace Tovrin\App\Machines;

/** Who this worker is. */
final readonly class WorkerSelf
{
    /**
     * @param string $id    a word of its own, kept in its folder
     * @param string $run   a word that is another one each time its process starts
     * @param string $title what people call it
     */
    public function __construct(public string $id, public string $run, public string $title, public string $version)
    {
    }

    /** @return array<string, string> as it asks for work */
    public function asks(string $trouble = ''): array
    {
        return ['id' => $this->id, 'run' => $this->run, 'title' => $this->title, 'version' => $this->version, 'trouble' => $trouble];
    }
}
