<?php

declare(strict_types=1);

$files = PhpCsFixer\Finder::create()->in([__DIR__.'/core', __DIR__.'/src', __DIR__.'/migrations', __DIR__.'/tests', __DIR__.'/public', __DIR__.'/demo', __DIR__.'/bench'])->append([__DIR__.'/bin/tovrin.php', __FILE__]);

return (new PhpCsFixer\Config())
    ->setRiskyAllowed(true)
    ->setParallelConfig(PhpCsFixer\Runner\Parallel\ParallelConfigFactory::detect())
    ->setRules([
        '@Symfony' => true,
        '@Symfony:risky' => true,
        'declare_strict_types' => true,
        'final_class' => true,
        'phpdoc_to_comment' => false,
        'single_line_throw' => false,
        'phpdoc_align' => false,
        'phpdoc_summary' => false,
    ])
    ->setFinder($files);
