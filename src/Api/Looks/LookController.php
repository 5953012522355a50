<?php

declare(strict_types=1);

namespace Tovrin\App\Api\Looks;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Tovrin\App\Api\Http\Attachment;
use Tovrin\App\Api\Http\Binary;
use Tovrin\App\Api\Http\JsonBody;
use Tovrin\App\Api\Http\Pool;
use Tovrin\App\Api\Http\Status;
use Tovrin\App\Api\Http\Uploads;
use Tovrin\App\Entity\OwnLook;
use Tovrin\App\Exception\NotFound;
use Tovrin\App\Exception\Refused;
use Tovrin\App\Grading\BroughtIn;
use Tovrin\App\Grading\LookFiles;
use Tovrin\App\Grading\OwnLookView;
use Tovrin\App\Grading\Presets;
use Tovrin\App\Grading\PresetView;
use Tovrin\App\Repository\OwnLooks;
use Tovrin\Core\Format\LookJson;

/** Looks: those that come with Tovrin, and those of the user's own. */
#[AsController]
final readonly class LookController
{
    public function __construct(private Presets $presets, private OwnLooks $looks)
    {
    }

    /**
     * The looks that come with Tovrin.
     *
     * @return list<PresetView>
     */
    #[Route('/api/presets', methods: ['GET'])]
    public function presets(): array
    {
        return $this->presets->all();
    }

    /**
     * The looks of the user's own, by group and name.
     *
     * @return list<OwnLookView>
     */
    #[Route('/api/looks', methods: ['GET'])]
    public function list(): array
    {
        return array_map(static fn (OwnLook $own): OwnLookView => OwnLookView::of($own), $this->looks->all());
    }

    /** Saves a look; a name that is taken gets a number. */
    #[Route('/api/looks', methods: ['POST'])]
    #[Status(201)]
    public function save(#[JsonBody] SaveLook $body): OwnLookView
    {
        if ([] === $body->look->moves) {
            throw new Refused('A look needs at least one move. Choose one to save.');
        }

        return OwnLookView::of($this->looks->save($body->look, $body->group));
    }

    /** Brings looks in from a file: a look file, or a ZIP archive of several. The body is the file itself. */
    #[Route('/api/looks/files', options: Pool::TAKES_FILES, methods: ['POST'])]
    #[Status(201)]
    public function bringIn(Request $request, Uploads $uploads, LookFiles $files, #[MapQueryParameter] string $name = 'look.json'): BroughtIn
    {
        return $uploads->taken($request, $name, static fn (string $path): BroughtIn => $files->bringIn($path, $name));
    }

    /** All looks of the user's own as files, in a ZIP archive. */
    #[Route('/api/looks/files', options: Pool::TAKES_LONG, methods: ['GET'])]
    public function giveAll(LookFiles $files): Binary
    {
        return Attachment::named(Binary::of($files->archive($this->looks->all())), 'looks.zip');
    }

    #[Route('/api/looks/{id<\d+>}/file', methods: ['GET'])]
    public function give(int $id, LookFiles $files): Binary
    {
        $own = $this->look($id);

        return Attachment::named(Binary::of($files->portable($own)), LookFiles::nameOf($own));
    }

    /** Gives a look another name or group. */
    #[Route('/api/looks/{id<\d+>}', methods: ['PATCH'])]
    public function change(int $id, #[JsonBody] ChangeLook $body): OwnLookView
    {
        $own = $this->look($id);
        $this->looks->change($own, LookJson::read($own->look())->named(trim($body->name)), $body->group);

        return OwnLookView::of($own);
    }

    /** Removes a look. It can be brought back for some days. */
    #[Route('/api/looks/{id<\d+>}', methods: ['DELETE'])]
    public function remove(int $id): Response
    {
        $this->looks->remove($this->look($id), true);

        return new Response('', 204);
    }

    /** Brings a removed look back. */
    #[Route('/api/looks/{id<\d+>}/restore', methods: ['POST'])]
    public function restore(int $id): OwnLookView
    {
        $own = $this->looks->look($id, true) ?? throw NotFound::of('look');
        $this->looks->remove($own, false);

        return OwnLookView::of($own);
    }

    private function look(int $id): OwnLook
    {
        return $this->looks->look($id) ?? throw NotFound::of('look');
    }
}
