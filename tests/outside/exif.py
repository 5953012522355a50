# EXIF data with Pillow, independent of ours. "write PICTURE" gives a JPEG camera-like data; "read FILE" prints what it finds.
import json
import sys

from PIL import Image

command, path = sys.argv[1:]
image = Image.open(path)
if command == 'write':
    exif = image.getexif()
    exif[0x010F] = 'Quillhaven'
    exif[0x0110] = 'Quill 2'
    exif[0x0112] = 6
    exif[0x8298] = 'Quillhaven Ceramics'
    exif[0x0132] = '2026:03:02 10:11:12'
    ifd = exif.get_ifd(0x8769)
    ifd[0x9003] = '2026:03:01 10:11:12'
    ifd[0x829A] = 0.004
    ifd[0xA431] = 'serial-4711'
    ifd[0x927C] = b'maker-note-bytes'
    exif[0x8825] = {1: 'N', 2: (48.0, 8.0, 14.0)}
    image.save(path, quality=95, exif=exif)
else:
    exif = image.getexif()
    ifd = exif.get_ifd(0x8769)
    print(json.dumps({
        'make': exif.get(0x010F), 'model': exif.get(0x0110), 'orientation': exif.get(0x0112), 'copyright': exif.get(0x8298),
        'taken': ifd.get(0x9003), 'serial': ifd.get(0xA431), 'note': (ifd.get(0x927C) or b'').decode('latin1') if isinstance(ifd.get(0x927C), bytes) else ifd.get(0x927C),
        'place': exif.get_ifd(0x8825).get(1),
    }))
