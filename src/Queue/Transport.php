<?php

declare(strict_types=1);

namespace Tovrin\App\Queue;

/** Where messages wait, by how urgent they are and how long they take. Each is a transport of its own. */
enum Transport: string
{
    /** Single files that are made in a moment: somebody waits for them. */
    case Quick = 'quick';
    /** Grades of many photos that are changed together: somebody looks on. */
    case Grades = 'grades';
    /** Files that take long. */
    case Large = 'large';
    /** The files of many photos, each made in a moment. */
    case Steady = 'steady';
    /** What is made ahead of need: pictures of the sheet, studies. */
    case Ahead = 'ahead';
    /** What only the machine that holds the data can do: archives, whole sets, what failed elsewhere. */
    case Own = 'own';
}
