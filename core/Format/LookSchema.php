<?php

declare(strict_types=1);

namespace Tovrin\Core\Format;

use Tovrin\Core\Grade\Edges;
use Tovrin\Core\Grade\Move;
use Tovrin\Core\Move\MoveKinds;
use Tovrin\Core\Move\Setting;
use Tovrin\Core\Reach\ReachKinds;

/**
 * The JSON Schema of a look file. Put together from what each kind of move declares and kept in
 * the repository as core/Format/look.schema.json, the one definition: files are checked against
 * it here, and the studio's types are generated from it.
 */
final class LookSchema
{
    public const FILE = __DIR__.'/look.schema.json';
    public const ID = 'https://tovrin.invalid/look.schema.json';

    /** @return array<string, mixed> */
    public static function document(): array
    {
        $kinds = [];
        $definitions = $members = [];
        foreach (ReachKinds::ALL as $class) {
            foreach ($class::definitions() as $name => $one) {
                $definitions[$name] = self::object($one['title'], $one['description'], $one['properties'], $one['required']);
            }
            $members += $class::members();
        }
        $definitions['heldColour'] = self::object('HeldColour', 'A colour that must stay put.', [
            'colour' => ['description' => 'The colour.', 'type' => 'string', 'pattern' => '^#[0-9a-fA-F]{6}$'],
            'radius' => ['description' => 'OKLab distance at which it holds nothing any more.', 'type' => 'number', 'exclusiveMinimum' => 0, 'maximum' => 1],
        ], ['colour', 'radius']);
        $definitions['reach'] = self::object('Reach', 'Which colours a move acts on: what all of its members let through; one that is null lets everything through.', $members + [
            'invert' => ['description' => 'Acts on everything else instead.', 'type' => 'boolean', 'default' => false],
            'widens' => ['x-title' => 'Keep colours in order', 'description' => 'The soft edges of windows grow wider by themselves where the change across them would turn the order of hues or of light and dark round.', 'type' => 'boolean', 'default' => false],
            'held' => ['description' => 'Colours carved out of the reach.', 'type' => 'array', 'maxItems' => 64, 'default' => [], 'items' => ['$ref' => '#/$defs/heldColour']],
        ]);
        $definitions += AreaJson::definitions();
        $definitions['group'] = self::object('MoveGroup', 'Moves held together under a name.', GroupsJson::properties(), ['id']);
        foreach (MoveKinds::ALL as $class) {
            $name = str_replace(' ', '', ucwords(str_replace('-', ' ', $class::id())));
            $definitions[$class::id().'.params'] = ['title' => $name.'Params', 'x-title' => $class::title()] + $class::paramsSchema();
            $definitions[$class::id()] = self::object($name.'Move', $class::help(), [
                'id' => ['description' => 'Names the move within the look; given when missing.'] + GroupsJson::reference(),
                'kind' => ['const' => $class::id()],
                'label' => ['description' => 'The name the user gave it; empty for none.', 'type' => 'string', 'maxLength' => 200, 'default' => ''],
                'on' => ['description' => 'Whether it acts.', 'type' => 'boolean', 'default' => true],
                'strength' => ['description' => 'How much of its effect is mixed in, in per cent.', 'type' => 'number', 'minimum' => 0, 'maximum' => 100, 'default' => 100],
                'reads' => ['description' => 'The colour its reach is measured on: the photo\'s own, or what the moves above made of it.', 'type' => 'string', 'enum' => ['source', 'running'], 'default' => 'source'],
                'reach' => ['description' => 'Which colours it acts on; null is everything.', 'default' => null] + self::orNull('reach'),
                'area' => ['description' => 'The part of the picture it is limited to; null is all of it.', 'default' => null] + self::orNull('area'),
                'soften' => ['x-title' => 'Edge smoothing', 'description' => 'How far its matte is smoothed along the photo\'s own edges: a radius in thousandths of the picture\'s longer side; 0 leaves it as it is. A softened matte is read from the source.', 'type' => 'number', 'minimum' => 0, 'maximum' => Move::SOFTEN_MOST, 'default' => 0, 'x-unit' => '‰'],
                'group' => ['description' => 'The id of the group that it lies in; missing for none.'] + GroupsJson::reference(),
                'params' => ['$ref' => '#/$defs/'.$class::id().'.params'],
            ], ['kind']);
            $kinds[] = ['$ref' => '#/$defs/'.$class::id()];
        }

        return [
            '$schema' => 'https://json-schema.org/draft/2020-12/schema',
            '$id' => self::ID,
        ] + self::object('Look', 'A grade under a name: an ordered list of moves.', [
            'tovrinLook' => ['description' => 'Version of this form of file.', 'const' => 1],
            'name' => ['description' => 'What the look is called.', 'type' => 'string', 'maxLength' => 200, 'default' => ''],
            'edges' => ['x-title' => 'Clean edges', 'description' => 'At an edge a pixel is a mix of two colours. Unmixed, each of the two is graded and they are mixed again, so that no rim of the old colour stays. Mixed, the pixel is graded as it is.', 'type' => 'string', 'enum' => array_column(Edges::cases(), 'value'), 'default' => Edges::Mixed->value],
            'groups' => ['description' => 'The groups that moves are in.', 'type' => 'array', 'maxItems' => GroupsJson::MOST, 'items' => ['$ref' => '#/$defs/group']],
            'moves' => ['description' => 'First to last; the moves of a group follow one another.', 'type' => 'array', 'maxItems' => 100, 'items' => ['oneOf' => $kinds]],
        ], ['tovrinLook', 'moves']) + ['$defs' => $definitions];
    }

    /** The document as it stands in the repository. */
    public static function json(): string
    {
        return json_encode(self::document(), \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR)."\n";
    }

    /**
     * @param array<string, array<string, mixed>> $properties
     * @param list<string>                        $required
     *
     * @return array<string, mixed>
     */
    private static function object(string $title, string $description, array $properties, array $required = []): array
    {
        $object = ['description' => $description] + Setting::group($title, $properties);

        return [] === $required ? $object : $object + ['required' => $required];
    }

    /** @return array<string, mixed> */
    private static function orNull(string $definition): array
    {
        return ['anyOf' => [['$ref' => '#/$defs/'.$definition], ['type' => 'null']]];
    }
}
