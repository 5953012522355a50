# Writes a small DNG: a sensor's mosaic (RGGB) of patches, with everything a reader needs. DNG 1.4, TIFF 6.0.
import struct, sys
W, H = 128, 96
# Linear camera values of four patches: neutral, red, green, blue; the camera's own primaries are those of linear sRGB under D65.
PATCHES = [(0.5, 0.5, 0.5), (0.6, 0.1, 0.1), (0.1, 0.6, 0.1), (0.1, 0.1, 0.6)]
NEUTRAL = (0.5, 1.0, 0.7)  # what the camera records of a neutral
BLACK, WHITE = 512, 16383
data = bytearray()
for y in range(H):
    for x in range(W):
        r, g, b = PATCHES[(x * 2 // W) + 2 * (y * 2 // H)]
        channel = (y % 2) * 2 + x % 2
        value = (r * NEUTRAL[0], g * NEUTRAL[1], g * NEUTRAL[1], b * NEUTRAL[2])[channel]
        data += struct.pack('<H', int(BLACK + value * (WHITE - BLACK)))
def rational(values): return b''.join(struct.pack('<ii', int(round(v * 10000)), 10000) for v in values)
# XYZ (D65) to camera: the inverse of sRGB's matrix (IEC 61966-2-1).
MATRIX = [3.2406, -1.5372, -0.4986, -0.9689, 1.8758, 0.0415, 0.0557, -0.2040, 1.0570]
MATRIX = [m * NEUTRAL[i // 3] for i, m in enumerate(MATRIX)]
tags = {
    254: (4, 1, struct.pack('<I', 0)), 256: (4, 1, struct.pack('<I', W)), 257: (4, 1, struct.pack('<I', H)), 258: (3, 1, struct.pack('<H', 16)),
    259: (3, 1, struct.pack('<H', 1)), 262: (3, 1, struct.pack('<H', 32803)), 271: (2, 11, b'Quillhaven\0'), 272: (2, 8, b'Quill 2\0'),
    273: (4, 1, b'OFFS'), 274: (3, 1, struct.pack('<H', int(sys.argv[2]) if len(sys.argv) > 2 else 1)), 277: (3, 1, struct.pack('<H', 1)), 278: (4, 1, struct.pack('<I', H)),
    279: (4, 1, struct.pack('<I', len(data))), 284: (3, 1, struct.pack('<H', 1)), 306: (2, 20, b'2026:03:01 10:11:12\0'),
    33421: (3, 2, struct.pack('<HH', 2, 2)), 33422: (1, 4, bytes([0, 1, 1, 2])),
    50706: (1, 4, bytes([1, 4, 0, 0])), 50707: (1, 4, bytes([1, 1, 0, 0])), 50708: (2, 19, b'Quillhaven Quill 2\0'),
    50714: (4, 1, struct.pack('<I', BLACK)), 50717: (4, 1, struct.pack('<I', WHITE)), 50721: (10, 9, rational(MATRIX)),
    50728: (5, 3, rational(NEUTRAL)), 50778: (3, 1, struct.pack('<H', 21)),
}
place = 8 + 2 + 12 * len(tags) + 4
extra = b''
table = struct.pack('<H', len(tags))
for tag in sorted(tags):
    kind, count, value = tags[tag]
    if value == b'OFFS':
        where = None
    elif len(value) > 4:
        where = struct.pack('<I', place + len(extra)); extra += value + (b'\0' if len(value) % 2 else b'')
    else:
        where = value.ljust(4, b'\0')
    table += struct.pack('<HHI', tag, kind, count) + (where or b'OFFS')
table += struct.pack('<I', 0)
table = table.replace(b'OFFS', struct.pack('<I', place + len(extra)))
open(sys.argv[1], 'wb').write(b'II*\0' + struct.pack('<I', 8) + table + extra + bytes(data))
