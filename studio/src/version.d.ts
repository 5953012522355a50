/** Of Tovrin, as in src/Release.php. */
declare const __VERSION__: string;
