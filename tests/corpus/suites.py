#!/usr/bin/python3
"""Adds to the corpus what other programs keep to try themselves with: single small files out of the source packages of Debian
bookworm, each with its real format. What libmagic says of it stands beside it. All of them are in order: their own tools take them.
Needs deb-src in the sources of apt. Usage: suites.py CORPUS.zip [FOLDER WITH DOWNLOADED PACKAGES]"""
import glob, json, os, subprocess, sys, tarfile, tempfile, zipfile

# package: [(end of the path in it, format[, extension])]
SUITES = {
    'assimp': [('LWS/simple_cube.lwo', 'lwo'), ('X/test_cube_compressed.x', 'x'), ('X/kwxport_test_cubewithvcolors.x', 'x'),
               ('AMF/test1.amf', 'amf'), ('LWO/LWO2/white.bmp', 'bmp')],
    'graphicsmagick': [('t/jng/input_gray.jng', 'jng'), ('t/png/input.mng', 'mng'), ('t/input_16.pct', 'pict'), ('t/input.im1', 'ras'),
                       ('t/input.xwd', 'xwd'), ('t/input_gray.cin', 'cin'), ('t/input.dib', 'bmp'), ('filter/Crop.miff', 'miff'),
                       ('composite/Clear.miff', 'miff'), ('t/hdf/input_256.hdf', 'hdf4'), ('t/input.dcx', 'dcx'), ('t/ps/input.eps', 'eps'),
                       ('tests/input_truecolor10.dpx', 'dpx'), ('t/wmf/fjftest.wmf', 'wmf')],
    'ghostscript': [('iccprofiles/ps_gray.icc', 'icc'), ('pcl/examples/lineprinter.pcl', 'pcl')],
    'openssl': [('30-test_evp_pkey_provided/RSA.pub.der', 'der'), ('certs/v3-certs-RC2.p12', 'p12'),
                ('80-test_cmsapi_data/encryptedData.der', 'p7m', 'p7m')],
    'bouncycastle': [('cisco/extCA/private/cakey.pkcs8.der', 'der'), ('cisco/keyusage/digSig.key', 'pem')],
    'mupdf': [('certs/AdobeCA.p7c', 'p7m', 'p7c')],
    'lhasa': [('lha_os2_208/h3_lh5.lzh', 'lzh'), ('lha_osk_201/h2_lh1.lzh', 'lzh'), ('lha_os2_208/h3_subdir.lzh', 'lzh')],
    'xz-utils': [('files/good-1-v0.lz', 'lz'), ('files/good-1-v0-trailing-1.lz', 'lz'), ('files/good-1-v1-trailing-1.lz', 'lz'),
                 ('files/good-1-check-sha256.xz', 'xz'), ('files/good-1-check-crc64.xz', 'xz'), ('files/good-1-check-crc32.xz', 'xz'),
                 ('files/good-2-lzma2.xz', 'xz'), ('files/good-unknown_size-with_eopm.lzma', 'lzma'), ('files/good-1-delta-lzma2.tiff.xz', 'xz')],
    'lzip': [('testsuite/fox.lz', 'lz')],
    'libmspack': [('cabd/normal_2files_1folder.cab', 'cab')],
    'libstaroffice': [('Text3.1/testText1.sdw', 'sdw'), ('Calc3.1/nimp.sdc', 'sdc'), ('Draw3.1/bunterZettel.sdd', 'sdd')],
    'libqxp': [('test/data/qxp31win.qxd', 'qxd')],
    'libytnef': [('test-data/long-filename.tnef', 'tnef')],
    'diffoscope': [('tests/data/test1.squashfs', 'squashfs'), ('tests/data/test1.pyc-renamed', 'pyc', 'pyc'), ('tests/data/test2.apk', 'apk')],
    'libaudio-scan-perl': [('t/musepack/sv8.mpc', 'mpc'), ('t/opus/test-1-mono.opus', 'opus')],
    'quodlibet': [('data/with-id3.dsf', 'dsf'), ('tests/data/test.mid', 'mid')],
    'file': [('tests/dsd64-dff.testfile', 'dff', 'dff'), ('tests/fit-map-data.testfile', 'fit', 'fit')],
    'abcmidi': [('samples/daramud.abc', 'abc')],
    'openscad': [('amf/split_pyramid.amf', 'amf'), ('amf/multi-volume-binary.amf', 'amf')],
    'pandoc': [('templates/default.opml', 'opml'), ('test/docbook-chapter.docbook', 'docbook')],
    'netcdf': [('nc_test4/ref_tst_dims.nc', 'nc'), ('hdf4_test/ref_contiguous.hdf4', 'hdf4')],
    'hdf5': [('doxygen/hdf5_header.html', 'html'), ('test/multi_file_v16-s.h5', 'h5')],
    'pillow': [('images/drawing.wmf', 'wmf'), ('images/issue_6194.j2k', 'j2k'), ('images/sunraster.im1', 'ras')],
    'libimage-exiftool-perl': [('t/images/PICT.pict', 'pict'), ('t/images/Minolta.mrw', 'mrw'), ('t/images/iWork.numbers', 'numbers')],
    'libapache-poi-java': [('spreadsheet/SampleSS.xml', 'spreadsheetml'), ('diagram/SimpleMacro.vsdm', 'vsdm'), ('poifs/poitest.pfx', 'p12')],
    'namazu2': [('ja/oodraw.sxd', 'sxd'), ('data/ja/taro8.jtd', 'jtd')],
    'golang-github-gabriel-vasile-mimetype': [('testdata/odc.odc', 'odc'), ('testdata/utf32bebom.txt', 'txt')],
    'libetonyek': [('test/data/unsupported.zip', 'numbers', 'zip')],
    'pdfminer': [('samples/simple1.pdf', 'pdf')],
    'taglib': [('tests/data/dsd_stereo.wv', 'wv')],
    'exiv2': [('doc/templates/exiv2.dot', 'gv')],
    'arj': [('resource/hsfx_ru.txt', 'txt'), ('resource/hsfx_de.txt', 'txt')],
    'python3.11': [('cjkencodings/shift_jis.txt', 'txt'), ('cjkencodings/euc_kr.txt', 'txt'), ('cjkencodings/big5.txt', 'txt'),
                   ('cjkencodings/gb18030.txt', 'txt'), ('cjkencodings/euc_jp.txt', 'txt')],
    'uchardet': [('test/ru/koi8-r.txt', 'txt'), ('test/el/iso-8859-7.txt', 'txt'), ('test/tr/iso-8859-9.txt', 'txt'),
                 ('test/pl/iso-8859-2.txt', 'txt'), ('test/he/iso-8859-8.txt', 'txt'), ('test/hu/windows-1250.txt', 'txt')],
    'gnupg2': [('g10/distsigkey.gpg', 'pgp')],
    'cmark': [('changelog.txt', 'txt')],
}
# what the name of a sample says of its encoding, by those who made it
ENCODINGS = {
    'shift_jis.txt': 'shift_jis', 'euc_kr.txt': 'euc-kr', 'big5.txt': 'big5', 'gb18030.txt': 'gb18030', 'euc_jp.txt': 'euc-jp',
    'koi8-r.txt': 'koi8-r', 'iso-8859-7.txt': 'iso-8859-7', 'iso-8859-9.txt': 'iso-8859-9', 'iso-8859-2.txt': 'iso-8859-2',
    'iso-8859-8.txt': 'iso-8859-8', 'windows-1250.txt': 'windows-1250', 'hsfx_ru.txt': 'ibm866', 'utf32bebom.txt': 'utf-32be',
}
# what other tools measure of them: ffprobe, mido
MEASURED = {'test-1-mono.opus': {'sampleRate': 48000, 'channels': 1}, 'test.mid': {'duration': 87}}
MOST = 80_000


def archives(package, folder):
    """The original archives of a source package, fetched unless they are there."""
    found = glob.glob(f'{folder}/{package}__*.tar.*')
    if not found:
        place = tempfile.mkdtemp(prefix='suite-')
        subprocess.run(['apt-get', 'source', '--download-only', '-qq', package], cwd=place, check=False)
        found = glob.glob(f'{place}/*.orig*.tar.*')
    return [one for one in found if not one.endswith('.asc')]


def samples(folder):
    for package, wanted in SUITES.items():
        left = list(wanted)
        for archive in archives(package, folder) if wanted else []:
            with tarfile.open(archive) as tar:
                for member in tar:
                    entry = next((one for one in left if member.isfile() and member.name.endswith('/' + one[0])), None)
                    if entry and member.size <= MOST:
                        left.remove(entry)
                        yield package, entry, tar.extractfile(member).read()
        for entry in left:
            print(f'not found: {package} {entry[0]}', file=sys.stderr)


def main():
    path, folder = sys.argv[1], sys.argv[2] if len(sys.argv) > 2 else '.'
    with zipfile.ZipFile(path) as archive:
        truth = [one for one in json.loads(archive.read('truth.json')) if not one['producer'].endswith('-suite')]
        kept = [(one['path'], archive.read(one['path'])) for one in truth]
    for package, (name, kind, *extension), data in samples(folder):
        base = os.path.basename(name)
        ending = extension[0] if extension else base.rsplit('.', 1)[1]
        magic = subprocess.run(['file', '-b', '-'], input=data, capture_output=True).stdout.decode(errors='replace').strip()[:100]
        entry = {'path': f'{len(truth):03d}-{package}-suite.{ending}', 'id': kind, 'producer': f'{package}-suite', 'state': 'ok',
                 'source': name, 'libmagic': magic}
        if base in ENCODINGS:
            entry['props'] = {'encoding': ENCODINGS[base]}
        if base in MEASURED:
            entry['props'] = MEASURED[base]
        truth.append(entry)
        kept.append((entry['path'], data))
    with zipfile.ZipFile(path, 'w', zipfile.ZIP_DEFLATED, compresslevel=9) as archive:
        for name, data in kept:
            archive.writestr(zipfile.ZipInfo(name, (2026, 10, 16, 12, 0, 0)), data, zipfile.ZIP_DEFLATED, 9)
        archive.writestr(zipfile.ZipInfo('truth.json', (2026, 10, 16, 12, 0, 0)), json.dumps(truth, indent=1, ensure_ascii=False), zipfile.ZIP_DEFLATED, 9)
    print(f'{len(truth)} files of {len({one["id"] for one in truth})} formats, {os.path.getsize(path)} bytes')


main()
