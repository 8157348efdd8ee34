"""What a zip really unpacks to."""

import zipfile
import zlib


def true_size(packed: zipfile.ZipFile, most: int) -> int:
    """What a zip's members really unpack to, whatever its directory says of them; no more than `most` is unpacked to find out. [byte]"""
    total = 0
    for member in packed.infolist():
        assert packed.fp is not None
        packed.fp.seek(member.header_offset)
        head = packed.fp.read(30)
        if len(head) < 30:
            raise zipfile.BadZipFile("cut off")
        packed.fp.seek(member.header_offset + 30 + int.from_bytes(head[26:28], "little") + int.from_bytes(head[28:30], "little"))
        if member.compress_type != zipfile.ZIP_DEFLATED:
            total += member.compress_size
            continue
        inflate, left = zlib.decompressobj(-15), member.compress_size
        while left > 0 and not inflate.eof:
            block = packed.fp.read(min(65_536, left))
            if not block:
                break
            left -= len(block)
            while block and not inflate.eof:
                total += len(inflate.decompress(block, 1 << 20))
                if total > most:
                    return total
                block = inflate.unconsumed_tail
    return total
