#!/usr/bin/python3
"""Makes the corpus of small real files: every file by an independent program from Debian's packages, with its real format
and what independent tools measure of it. A program that is not there is passed over. Debian's packages that were
there when corpus.zip was made: libreoffice-*-nogui python3-uno pandoc abiword gnumeric ghostscript qpdf mupdf-tools poppler-utils groff
texlive-latex-base imagemagick netpbm libjpeg-turbo-progs libtiff-tools webp libheif-examples libavif-bin libjxl-tools djvulibre-bin
openexr libopenjp2-tools dcmtk libimage-exiftool-perl librsvg2-bin img2pdf potrace pstoedit graphviz gnuplot-nox ffmpeg sox flac lame
twolame vorbis-tools opus-tools speex wavpack abcmidi mkvtoolnix openscad assimp-utils admesh occt-draw gdal-bin netcdf-bin zip unzip
p7zip-full libarchive-tools arj jlha-utils gcab cpio rpm dpkg lzip ncompress genisoimage xorriso qemu-utils msitools default-jdk-headless
gcc gcc-mingw-w64-x86-64-win32 openbabel sqlite3 fonttools woff2 xfonts-utils fonts-dejavu-core fonts-urw-base35 and python3-pil, -docx,
-openpyxl, -xlwt, -odf, -reportlab, -ezdxf, -numpy, -scipy, -h5py, -fonttools. What other programs keep to try themselves with is added
by suites.py. Usage: make.py OUTPUT.zip"""
import json, os, shutil, subprocess, sys, tempfile, zipfile

OUT = os.path.abspath(sys.argv[1])
HERE = tempfile.mkdtemp(prefix='corpus-')
os.chdir(HERE)
ENV = dict(os.environ, HOME=HERE, SOURCE_DATE_EPOCH='1792159200', LC_ALL='C.UTF-8')
FILES, SKIPPED = [], []


def run(command, **more):
    return subprocess.run(command, shell=True, env=ENV, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, timeout=180, **more)


def keep(kind, producer, path, **truth):
    """Takes a file into the corpus: its real format, who made it, and what is known of it."""
    if not os.path.exists(path) or os.path.getsize(path) == 0:
        SKIPPED.append(f'{kind} by {producer}')
        return
    if os.path.getsize(path) > 500_000:
        SKIPPED.append(f'{kind} by {producer}: {os.path.getsize(path)} bytes')
        return
    extension = truth.pop('extension', kind)
    name = f'{len(FILES):03d}-{producer}.{extension}'
    shutil.copy(path, name)
    FILES.append({'path': name, 'id': kind, 'producer': producer, 'state': truth.pop('state', 'ok'), **({'props': truth} if truth else {})})


def made(kind, producer, command, path=None, **truth):
    path = path or f'out.{truth.get("extension", kind)}'
    if os.path.exists(path):
        os.remove(path)
    try:
        run(command)
    except subprocess.TimeoutExpired:
        pass
    keep(kind, producer, path, **truth)


def write(path, text, mode='w', **how):
    with open(path, mode, **({} if 'b' in mode else {'encoding': how.get('encoding', 'utf-8'), 'newline': ''})) as file:
        file.write(text)
    return path


# ---------------------------------------------------------------- sources
IM = '/usr/bin/convert'
run(f'{IM} -seed 7 -size 96x64 plasma:tan-teal -depth 8 src.png; {IM} src.png src.ppm; {IM} src.png -colorspace gray src.pgm; {IM} src.png -threshold 50% src.pbm; {IM} src.png src.jpg')
run(f'{IM} -delay 20 src.png \\( src.png -negate \\) -loop 0 frames.gif')
write('text.txt', 'Tide pools of the north shore\n\nWe counted limpets on twelve rocks. The tide was low, and the wind came from the west.\n\nA second paragraph says what was found.\n')
write('text.html', '<html><head><title>Tide pools</title></head><body><h1>Tide pools</h1><p>We counted limpets on twelve rocks. The tide was low.</p><table><tr><td>rock</td><td>7</td></tr></table></body></html>')
write('text.md', '# Tide pools\n\nWe counted *limpets* on twelve rocks.\n\n- rock one\n- rock two\n\n| rock | count |\n|------|-------|\n| a    | 7     |\n')
write('table.csv', 'rock,limpets,height\na,7,1.2\nb,12,0.8\nc,0,2.5\n')
# whole periods: the same bytes over and over pack to next to nothing
run('sox -n -r 44100 -c 2 -b 16 src.wav synth 0.2 sine 441 sine 882')
run('ffmpeg -y -loglevel error -f lavfi -i testsrc=size=96x64:rate=10:duration=1 -f lavfi -i sine=frequency=440:duration=1 -c:v libx264 -c:a aac src.mp4')
write('part.scad', 'difference() { cube([20, 10, 5]); translate([10, 5, -1]) cylinder(d = 4, h = 8, $fn = 24); }\n')
write('flat.scad', 'difference() { square([20, 10]); translate([10, 5]) circle(d = 4, $fn = 24); }\n')

# ---------------------------------------------------------------- text documents, spreadsheets, slides
OFFICE = 'soffice --headless --norestore -env:UserInstallation=file://' + HERE + '/profile --convert-to'
run(f'{OFFICE} odt --outdir . text.html')
shutil.move('text.odt', 'base.odt') if os.path.exists('text.odt') else None
run(f'{OFFICE} ods --outdir . table.csv')
run('pandoc text.md -o slides.pptx')


def office(kind, source, extension=None, spec=None, **truth):
    extension = extension or kind
    stem = os.path.splitext(os.path.basename(source))[0]
    os.makedirs('o', exist_ok=True)
    made(kind, 'libreoffice', f'{OFFICE} {spec or extension} --outdir o {source}', f'o/{stem}.{extension}', extension=extension, **truth)


for kind in ['docx', 'doc', 'rtf', 'ott', 'fodt']:
    office(kind, 'base.odt')
keep('odt', 'libreoffice', 'base.odt')
office('dotx', 'base.odt')
office('docm', 'base.odt')
office('html', 'base.odt')
office('epub', 'base.odt')
office('txt', 'base.odt', spec='txt:Text')
office('wordml', 'base.odt', spec='xml:"MS Word 2003 XML"', extension='xml')
for kind in ['xlsx', 'xls', 'fods', 'ots', 'slk', 'dif', 'csv', 'xltx']:
    office(kind, 'table.ods', **({'sheets': 1} if kind in ['xlsx', 'xls'] else {}))
keep('ods', 'libreoffice', 'table.ods', sheets=1)
office('odp', 'slides.pptx')
shutil.copy('o/slides.odp', 'slides.odp') if os.path.exists('o/slides.odp') else None
for kind in ['pptx', 'ppt', 'otp', 'fodp', 'potx', 'pptm']:
    office(kind, 'slides.odp')
office('odg', 'src.png', spec='odg')
shutil.copy('o/src.odg', 'draw.odg') if os.path.exists('o/src.odg') else None
for kind in ['otg', 'fodg', 'emf', 'wmf', 'svg', 'eps']:
    office(kind, 'draw.odg')
office('pdf', 'base.odt')
for kind in ['docx', 'odt', 'rtf', 'epub', 'html', 'tex', 'rst', 'adoc', 'org', 'fb2', 'ipynb']:
    made(kind, 'pandoc', f'pandoc -s text.md -o out.{kind}')
made('pptx', 'pandoc', 'pandoc text.md -o out.pptx')
for kind in ['abw', 'odt', 'rtf', 'docx', 'html']:
    made(kind, 'abiword', f'abiword --to={kind} -o out.{kind} base.odt')
for kind, exporter in [('xlsx', 'Gnumeric_Excel:xlsx'), ('xls', 'Gnumeric_Excel:excel_biff8'), ('xls', 'Gnumeric_Excel:excel_biff7'), ('ods', 'Gnumeric_OpenCalc:odf'), ('gnumeric', 'Gnumeric_XmlIO:sax'), ('csv', 'Gnumeric_stf:stf_csv'), ('slk', 'Gnumeric_sylk:sylk'), ('dif', 'Gnumeric_dif:dif')]:
    made(kind, 'gnumeric', f'ssconvert -T {exporter} table.csv out.{kind}')

SCRIPT = '''
import sys
import docx, openpyxl, xlwt
from odf.opendocument import OpenDocumentText, OpenDocumentSpreadsheet
from odf.text import P
from odf.table import Table, TableRow, TableCell
d = docx.Document(); d.core_properties.author = 'Mira Sand'; d.core_properties.title = 'Tide pools'; d.add_paragraph('We counted limpets on twelve rocks.'); d.save('py.docx')
docx.Document().save('blank.docx')
w = openpyxl.Workbook(); w.active.append(['rock', 7]); w.create_sheet('more').append([1]); w.save('py.xlsx')
openpyxl.Workbook().save('blank.xlsx')
b = xlwt.Workbook(); s = b.add_sheet('a'); s.write(0, 0, 'rock'); b.add_sheet('b'); b.add_sheet('c'); b.save('py.xls')
t = OpenDocumentText(); t.text.addElement(P(text='We counted limpets.')); t.save('py.odt')
c = OpenDocumentSpreadsheet(); x = Table(name='a'); r = TableRow(); e = TableCell(); e.addElement(P(text='7')); r.addElement(e); x.addElement(r); c.spreadsheet.addElement(x); c.save('py.ods')
'''
write('documents.py', SCRIPT)
run('/usr/bin/python3 documents.py')
keep('docx', 'python-docx', 'py.docx', words=6, title='Tide pools', author='Mira Sand')
keep('docx', 'python-docx-blank', 'blank.docx', words=0)
keep('xlsx', 'openpyxl', 'py.xlsx', sheets=2)
keep('xlsx', 'openpyxl-blank', 'blank.xlsx', sheets=1)
keep('xls', 'xlwt', 'py.xls', sheets=3)
keep('odt', 'odfpy', 'py.odt', words=3)
keep('ods', 'odfpy', 'py.ods', sheets=1)

# locked documents: through the office suite's own filters
LOCK = '''
import uno, sys, time, subprocess, os
from com.sun.star.beans import NamedValue, PropertyValue
p = lambda n, v: PropertyValue(n, 0, v, 0)
local = uno.getComponentContext()
resolver = local.ServiceManager.createInstanceWithContext('com.sun.star.bridge.UnoUrlResolver', local)
for _ in range(60):
    try:
        context = resolver.resolve('uno:socket,host=127.0.0.1,port=2099;urp;StarOffice.ComponentContext'); break
    except Exception: time.sleep(1)
desktop = context.ServiceManager.createInstanceWithContext('com.sun.star.frame.Desktop', context)
for source, target, name in [('base.odt', 'lock.odt', 'writer8'), ('base.odt', 'lock.docx', 'MS Word 2007 XML'), ('base.odt', 'lock.doc', 'MS Word 97'), ('table.ods', 'lock.xlsx', 'Calc MS Excel 2007 XML'), ('table.ods', 'lock.xls', 'MS Excel 97'), ('table.ods', 'lock.ods', 'calc8'), ('slides.odp', 'lock.odp', 'impress8'), ('slides.odp', 'lock.pptx', 'Impress MS PowerPoint 2007 XML')]:
    try:
        document = desktop.loadComponentFromURL('file://' + os.path.abspath(source), '_blank', 0, (p('Hidden', True),))
        document.storeToURL('file://' + os.path.abspath(target), (p('FilterName', name), p('EncryptionData', uno.Any('[]com.sun.star.beans.NamedValue', (NamedValue('CryptoType', 'Standard'), NamedValue('OOXPassword', 'tide')))) if 'x' in target[-4:] else p('Password', 'tide')))
        document.close(True)
    except Exception as error: print(target, error)
try: desktop.terminate()
except Exception: pass
'''
write('lock.py', LOCK)
server = subprocess.Popen(['soffice', '--headless', '--norestore', f'-env:UserInstallation=file://{HERE}/profile', '--accept=socket,host=127.0.0.1,port=2099;urp;'], env=ENV, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
print(run('/usr/bin/python3 lock.py').stdout.decode())
server.terminate()
for kind in ['odt', 'docx', 'doc', 'xlsx', 'xls', 'ods', 'odp', 'pptx']:
    keep(kind, 'libreoffice-locked', f'lock.{kind}', state='locked')

# ---------------------------------------------------------------- page documents
made('ps', 'groff', 'groff -Tps text.txt > out.ps')
shutil.copy('out.ps', 'page.ps')
made('dvi', 'groff', 'groff -Tdvi text.txt > out.dvi')
made('pdf', 'ghostscript', 'ps2pdf page.ps out.pdf')
shutil.copy('out.pdf', 'page.pdf')
made('pdf', 'groff', 'groff -Tpdf text.txt > out.pdf')
write('page.py', "from reportlab.pdfgen.canvas import Canvas\nfrom reportlab.lib.pagesizes import A5, landscape\nc = Canvas('out.pdf', pagesize=landscape(A5)); c.setTitle('Tide pools'); c.setAuthor('Mira Sand'); c.drawString(50, 50, 'limpets'); c.showPage(); c.drawString(50, 50, 'more'); c.showPage(); c.save()")
made('pdf', 'reportlab', '/usr/bin/python3 page.py', title='Tide pools', author='Mira Sand')
shutil.copy('out.pdf', 'two.pdf')
made('pdf', 'cairo', 'rsvg-convert -f pdf -o out.pdf o/draw.svg')
made('pdf', 'img2pdf', 'img2pdf --pagesize A4 src.jpg -o out.pdf')
made('pdf', 'imagemagick', f'{IM} src.png out.pdf')
made('pdf', 'mupdf', 'mutool clean -gggg -z two.pdf out.pdf')
made('pdf', 'qpdf-linear', 'qpdf --linearize two.pdf out.pdf')
made('pdf', 'qpdf-object-streams', 'qpdf --object-streams=generate two.pdf out.pdf')
made('pdf', 'qpdf-rotated', 'qpdf two.pdf --rotate=90 out.pdf')
made('pdf', 'poppler', 'pdftocairo -pdf two.pdf out.pdf')
write('latex.tex', '\\documentclass{article}\\title{Tide pools}\\begin{document}\\maketitle We counted limpets.\\end{document}\n')
keep('tex', 'by-hand', 'latex.tex')
made('pdf', 'latex', 'pdflatex -interaction=batchmode latex.tex', 'latex.pdf', extension='pdf')
made('dvi', 'latex', 'latex -interaction=batchmode latex.tex', 'latex.dvi', extension='dvi', pages=1)
for bits, how in [(40, '--allow-weak-crypto '), (128, '--allow-weak-crypto '), (256, '')]:
    made('pdf', f'qpdf-locked-{bits}', f'qpdf {how}--encrypt tide owner {bits} -- two.pdf out.pdf', state='locked')
    made('pdf', f'qpdf-restricted-{bits}', f'qpdf {how}--encrypt "" owner {bits} {"--print=n" if bits == 40 else "--print=none"} -- two.pdf out.pdf', state='restricted')
made('pdf', 'qpdf-locked-aes', 'qpdf --allow-weak-crypto --encrypt tide owner 128 --use-aes=y -- two.pdf out.pdf', state='locked')
made('eps', 'ghostscript', 'ps2eps page.ps || gs -q -dNOPAUSE -dBATCH -sDEVICE=eps2write -sOutputFile=out.eps page.ps')
made('eps', 'imagemagick', f'{IM} src.png out.eps')
made('ps', 'imagemagick', f'{IM} src.png out.ps')
made('ps', 'poppler', 'pdftops two.pdf out.ps')
made('djvu', 'djvulibre-photo', 'c44 src.ppm out.djvu', pages=1, width=96, height=64)
shutil.copy('out.djvu', 'one.djvu') if os.path.exists('out.djvu') else None
made('djvu', 'djvulibre-bitonal', 'cjb2 src.pbm out.djvu', pages=1)
made('djvu', 'djvulibre-bundle', 'djvm -c out.djvu one.djvu one.djvu', pages=2)
made('xps', 'ghostscript', 'gs -q -dNOPAUSE -dBATCH -sDEVICE=xpswrite -sOutputFile=out.xps page.ps', pages=1)
made('pcl', 'ghostscript', 'gs -q -dNOPAUSE -dBATCH -sDEVICE=ljet4 -r75 -sOutputFile=out.pcl page.ps')

# ---------------------------------------------------------------- images
SIZE = {'width': 96, 'height': 64}
for kind in ['png', 'jpg', 'gif', 'bmp', 'tif', 'webp', 'ico', 'tga', 'pcx', 'xpm', 'dds', 'fits', 'sgi', 'hdr', 'psd', 'jp2', 'pam', 'pfm', 'ppm']:
    made(kind, 'imagemagick', f'{IM} {"-size 48x48 xc:teal" if kind == "ico" else "src.png"} out.{kind}', **({} if kind in ['ico', 'dds', 'sgi', 'fits'] else SIZE))
made('psd', 'imagemagick-layers', f'{IM} src.png \\( src.png -negate \\) out.psd', width=96, height=64)
made('jpg', 'imagemagick-gray-progressive', f'{IM} src.png -colorspace gray -interlace plane -density 300 -units pixelsperinch out.jpg', resolution=300, colorModel='gray', **SIZE)
made('jpg', 'imagemagick-cmyk', f'{IM} src.png -colorspace cmyk out.jpg', colorModel='cmyk', **SIZE)
made('png', 'imagemagick-16-bit', f'{IM} src.png -define png:bit-depth=16 -density 118.11 -units pixelspercentimeter out.png', depth=16, resolution=300, **SIZE)
made('png', 'imagemagick-indexed', f'{IM} src.png -colors 16 png8:out.png', colorModel='indexed', **SIZE)
made('tif', 'imagemagick-multipage', f'{IM} src.png src.png -compress lzw -density 200 -units pixelsperinch out.tif', pages=2, resolution=200, **SIZE)
made('tif', 'libtiff', f'{IM} src.png in.tif && tiffcp -c zip in.tif out.tif', **SIZE)
made('tif', 'libtiff-tiled', 'tiffcp -t -w 32 -l 32 in.tif out.tif', **SIZE)
made('tif', 'libtiff-big', 'tiffcp -8 in.tif out.tif', **SIZE)
keep('gif', 'imagemagick-animated', 'frames.gif', animated=True, **SIZE)
made('jpg', 'libjpeg', 'cjpeg -quality 80 -outfile out.jpg src.ppm', **SIZE)
made('png', 'netpbm', 'pnmtopng src.ppm > out.png', **SIZE)
made('bmp', 'netpbm', 'ppmtobmp src.ppm > out.bmp', **SIZE)
made('tif', 'netpbm', 'pamtotiff -truecolor src.ppm > out.tif', **SIZE)
made('gif', 'netpbm', 'pamtogif src.pgm > out.gif', **SIZE)
made('pcx', 'netpbm', 'ppmtopcx src.ppm > out.pcx', **SIZE)
made('sgi', 'netpbm', 'pnmtosgi src.ppm > out.sgi', **SIZE)
made('tga', 'netpbm', 'pamtotga -rgb src.ppm > out.tga; ppmtotga src.ppm > out2.tga; [ -s out.tga ] || cp out2.tga out.tga', **SIZE)
made('xbm', 'netpbm', 'pbmtoxbm src.pbm > out.xbm', **SIZE)
made('xbm', 'imagemagick', f'{IM} src.pbm out.xbm', **SIZE)
made('xpm', 'netpbm', 'pnmquant 16 src.ppm | ppmtoxpm > out.xpm', **SIZE)
made('fits', 'netpbm', 'pamtofits src.pgm > out.fits')
made('ico', 'netpbm', 'ppmtowinicon src.ppm > out.ico')
for kind in ['pbm', 'pgm', 'ppm']:
    made(kind, 'imagemagick-binary', f'{IM} src.png out.{kind}', form='binary', **SIZE)
    made(kind, 'imagemagick-ascii', f'{IM} src.png -compress none out.{kind}', form='ascii', **SIZE)
made('webp', 'libwebp', 'cwebp -quiet src.png -o out.webp', lossy=True, **SIZE)
made('webp', 'libwebp-lossless', 'cwebp -quiet -lossless src.png -o out.webp', lossy=False, **SIZE)
made('webp', 'libwebp-animated', 'gif2webp -quiet frames.gif -o out.webp', animated=True, **SIZE)
made('heic', 'libheif', 'heif-enc src.png -o out.heic', **SIZE)
made('avif', 'libheif', 'heif-enc -A src.png -o out.avif', **SIZE)
made('avif', 'libavif', 'avifenc -s 10 src.png out.avif', **SIZE)
made('jxl', 'libjxl', 'cjxl src.png out.jxl', **SIZE)
made('jxl', 'libjxl-boxed', 'cjxl --container=1 src.png out.jxl', **SIZE)
made('jxl', 'libjxl-from-jpeg', 'cjxl src.jpg out.jxl', **SIZE)
made('jp2', 'openjpeg', 'opj_compress -i src.ppm -o out.jp2', **SIZE)
made('j2k', 'openjpeg-bare', 'opj_compress -i src.ppm -o out.j2k', 'out.j2k', **SIZE)
for kind in ['png', 'jpg', 'gif', 'bmp', 'tif', 'webp', 'tga', 'pcx', 'sgi', 'jp2', 'exr', 'qoi', 'xbm', 'ppm', 'pam', 'fits']:
    made(kind, 'ffmpeg', f'ffmpeg -y -loglevel error -i src.png {"-vf format=gbrpf32le" if kind == "exr" else "-vf format=gray" if kind == "fits" else ""} out.{kind}', **({} if kind == 'fits' else SIZE))
made('apng', 'ffmpeg-animated', 'ffmpeg -y -loglevel error -i frames.gif -plays 0 -f apng out.png', 'out.png', extension='png', animated=True, **SIZE)
PIL = "from PIL import Image\ni = Image.open('src.png').convert('RGB')\n"
for kind in ['png', 'jpg', 'gif', 'bmp', 'tif', 'webp', 'ico', 'tga', 'pcx', 'jp2', 'icns', 'dds', 'sgi', 'ppm', 'pdf', 'eps']:
    write('pil.py', PIL + f"i.resize((64, 64)).save('out.{kind}')" if kind in ['ico', 'icns'] else PIL + f"i.save('out.{kind}')")
    made(kind, 'pillow', '/usr/bin/python3 pil.py', **(SIZE if kind in ['png', 'jpg', 'gif', 'bmp', 'tif', 'webp', 'tga', 'pcx', 'jp2', 'ppm'] else {}))
made('dcm', 'dcmtk', 'img2dcm src.jpg out.dcm')
run('ffmpeg -y -loglevel error -i src.png -vf format=gbrpf32le in.exr')
made('exr', 'openexr-tiled', 'exrmaketiled in.exr out.exr')
made('dng', 'exiftool', 'cp in.tif out.dng && exiftool -q -overwrite_original -DNGVersion="1 4 0 0" -DNGBackwardVersion="1 1 0 0" out.dng')
write('ora.py', '''
import zipfile
z = zipfile.ZipFile('out.ora', 'w'); z.writestr('mimetype', 'image/openraster')
z.writestr('stack.xml', '<?xml version="1.0" encoding="UTF-8"?><image version="0.0.3" w="96" h="64"><stack><layer name="a" src="data/a.png"/><layer name="b" src="data/a.png"/></stack></image>')
z.write('src.png', 'data/a.png'); z.write('src.png', 'mergedimage.png'); z.write('src.png', 'Thumbnails/thumbnail.png'); z.close()
''')
made('ora', 'zipfile-after-specification', '/usr/bin/python3 ora.py', layers=2, **SIZE)

# ---------------------------------------------------------------- drawings
write('g.gv', 'digraph tide { rock -> limpet; rock -> weed [label="grows"]; }\n')
keep('gv', 'by-hand', 'g.gv')
for kind in ['svg', 'fig', 'ps', 'pdf', 'svgz', 'png', 'eps']:
    made(kind, 'graphviz', f'dot -T{kind} g.gv -o out.{kind}')
write('p.gp', "set terminal T\nset output 'O'\nplot sin(x)\n")
for kind, terminal in [('svg', 'svg'), ('emf', 'emf'), ('fig', 'fig'), ('dxf', 'dxf'), ('plt', 'hpgl'), ('eps', 'postscript eps'), ('cgm', 'cgm'), ('pdf', 'pdfcairo'), ('png', 'pngcairo')]:
    made(kind, 'gnuplot', f"sed 's/T$/{terminal}/; s/O/out.{kind}/' p.gp | gnuplot")
made('svg', 'potrace', 'potrace -s src.pbm -o out.svg')
made('dxf', 'potrace', 'potrace -b dxf src.pbm -o out.dxf')
made('svgz', 'gzip', 'gzip -c o/draw.svg > out.svgz')
for kind in ['fig', 'dxf', 'plt', 'svg']:
    made(kind, 'pstoedit', f'pstoedit -f {"hpgl" if kind == "plt" else "plot-svg" if kind == "svg" else kind} page.ps out.{kind}')
DXF = "import ezdxf\n"
for version, code in [('R12', 'AC1009'), ('R2000', 'AC1015'), ('R2010', 'AC1024'), ('R2018', 'AC1032')]:
    write('dxf.py', DXF + f"d = ezdxf.new('{version}'); d.modelspace().add_line((0, 0), (10, 5)); d.saveas('out.dxf')")
    made('dxf', f'ezdxf-{version}', '/usr/bin/python3 dxf.py', version=code)
write('dxf.py', DXF + "d = ezdxf.new('R2010'); d.modelspace().add_line((0, 0), (10, 5)); d.saveas('out.dxf', fmt='bin')")
made('dxf', 'ezdxf-binary', '/usr/bin/python3 dxf.py', form='binary')
made('dxf', 'openscad', 'openscad -o out.dxf flat.scad')
made('svg', 'openscad', 'openscad -o out.svg flat.scad')
keep('scad', 'by-hand', 'part.scad')
# the drawing kernel's own shell; its plugins are named without their version numbers
write('shape.tcl', 'pload MODELING DATAEXCHANGE\nbox a 20 10 5\npcylinder c 2 5\nbcut b a c\nsave b out.brep\ntestwritestep out.step b\nbrepiges b out.iges\nincmesh b 0.5\nwritestl b out.stl\nwritevrml b out.wrl\nexit\n')
run('mkdir -p libs; for f in /usr/lib/*/libTK*.so.7; do ln -sf $f libs/$(basename ${f%.7}); done; D=/usr/share/opencascade/resources/DrawResources; LD_LIBRARY_PATH=$PWD/libs DRAWHOME=$D CSF_DrawPluginDefaults=$D DRAWDEFAULT=$D/DrawDefault occt-draw -b -f shape.tcl')
for kind in ['brep', 'step', 'iges', 'wrl', 'stl']:
    keep(kind, 'opencascade', f'out.{kind}')

# ---------------------------------------------------------------- meshes and scenes
for kind in ['stl', 'off', 'amf', '3mf', 'wrl', 'obj']:
    made(kind, 'openscad', f'openscad -o out.{kind} part.scad')
run('openscad -o part.stl part.scad')
for kind, how in [('stl', 'stl'), ('stl', 'stlb'), ('obj', 'obj'), ('ply', 'ply'), ('ply', 'plyb'), ('3mf', '3mf'), ('glb', 'glb2'), ('gltf', 'gltf2'), ('dae', 'collada'), ('x3d', 'x3d'), ('3ds', '3ds'), ('fbx', 'fbx'), ('fbx', 'fbxa'), ('step', 'stp')]:
    made(kind, f'assimp-{how}', f'assimp export part.stl out.{kind} -f{how}')
keep('mtl', 'assimp', 'out.mtl')
made('stl', 'admesh-binary', 'admesh -b out.stl part.stl', form='binary')
made('stl', 'admesh-ascii', 'admesh -a out.stl part.stl', form='ascii')
made('off', 'admesh', 'admesh --write-off=out.off part.stl')
made('wrl', 'admesh', 'admesh --write-vrml=out.wrl part.stl')
made('dxf', 'admesh', 'admesh --write-dxf=out.dxf part.stl')
write('open.stl', 'solid open\n facet normal 0 0 1\n  outer loop\n   vertex 0 0 0\n   vertex 1 0 0\n   vertex 0 1 0\n  endloop\n endfacet\nendsolid open\n')
keep('stl', 'by-hand-open', 'open.stl', triangles=1, watertight=False)

# ---------------------------------------------------------------- sound and film
RATE = {'sampleRate': 44100, 'channels': 2}
for kind in ['wav', 'flac', 'mp3', 'm4a', 'aac', 'ac3', 'ogg', 'opus', 'spx', 'aiff', 'caf', 'au', 'wv', 'tta', 'voc', 'w64', 'mp2', 'wma', 'mka', 'dts', 'amr']:
    extra = '-strict -2' if kind in ['dts', 'ogg'] else '-c:a libvorbis' if kind == 'ogg' else '-ar 8000 -ac 1' if kind in ['amr'] else '-ar 16000 -ac 1 -c:a libspeex' if kind == 'spx' else ''
    if kind == 'ogg':
        extra = '-c:a libvorbis'
    made(kind, 'ffmpeg', f'ffmpeg -y -loglevel error -i src.wav {extra} out.{kind}')
for kind in ['wav', 'flac', 'mp3', 'ogg', 'aiff', 'au', 'caf', 'wv', 'voc', 'w64', 'amr']:
    made(kind, 'sox', f'sox src.wav {"-r 8000 -c 1" if kind == "amr" else ""} out.{"amr-nb" if kind == "amr" else kind}', 'out.amr-nb' if kind == 'amr' else None)
made('wav', 'sox-24-bit', 'sox src.wav -b 24 -r 96000 out.wav trim 0 0.05', bitDepth=24, sampleRate=96000)
made('wav', 'ffmpeg-float', 'ffmpeg -y -loglevel error -i src.wav -c:a pcm_f32le out.wav')
made('wav', 'ffmpeg-adpcm', 'ffmpeg -y -loglevel error -i src.wav -c:a adpcm_ms out.wav')
made('wav', 'ffmpeg-rf64', 'ffmpeg -y -loglevel error -i src.wav -rf64 always out.wav')
made('wav', 'ffmpeg-piped', 'ffmpeg -y -loglevel error -i src.wav -f wav - > out.wav')
made('flac', 'flac', 'flac -s -f -o out.flac src.wav', **RATE)
made('ogg', 'flac', 'flac -s -f --ogg -o out.ogg src.wav')
made('mp3', 'lame', 'lame --quiet src.wav out.mp3', **RATE)
made('mp3', 'lame-cbr-untagged', 'lame --quiet -b 128 -t src.wav out.mp3', **RATE)
made('mp3', 'lame-tagged', 'lame --quiet --tt "Tide pools" --id3v2-only src.wav out.mp3', title='Tide pools', **RATE)
made('mp2', 'twolame', 'twolame --quiet src.wav out.mp2')
made('ogg', 'vorbis-tools', 'oggenc -Q -o out.ogg src.wav', **RATE)
made('opus', 'opus-tools', 'opusenc --quiet src.wav out.opus')
made('wv', 'wavpack', 'wavpack -q -y src.wav -o out.wv', **RATE)
made('spx', 'speex', 'sox src.wav -b 16 -r 16000 -c 1 s.wav && speexenc s.wav out.spx')
write('tune.abc', 'X:1\nT:Tide\nM:4/4\nK:C\nCDEF|GABc|\n')
made('mid', 'abcmidi', 'abc2midi tune.abc -o out.mid')
write('midi.py', "import struct\nt = b'\\0\\xff\\x51\\x03\\x07\\xa1\\x20\\0\\x90\\x3c\\x40\\x60\\x80\\x3c\\0\\0\\xff\\x2f\\0'\nopen('out.mid', 'wb').write(b'MThd' + struct.pack('>IHHH', 6, 0, 1, 96) + b'MTrk' + struct.pack('>I', len(t)) + t)")
made('mid', 'by-hand', '/usr/bin/python3 midi.py', version='0')
FILM = {'width': 96, 'height': 64}
for kind, extra in [('mp4', '-c copy'), ('mov', '-c copy'), ('mkv', '-c copy'), ('webm', '-c:v libvpx -b:v 50k -c:a libopus'), ('ogv', '-c:v libtheora -c:a libvorbis'), ('avi', '-c:v mpeg4 -c:a mp3'), ('mpg', '-r 25 -c:v mpeg2video -c:a mp2'), ('m2ts', '-c copy'), ('wmv', ''), ('flv', '-ar 44100'), ('swf', '-an'), ('mxf', '-r 25 -c:v mpeg2video -ar 48000'), ('ivf', '-an -c:v libvpx'), ('nut', ''), ('3gp', '-s 128x96 -c:v h263 -ar 8000 -ac 1 -c:a aac'), ('rm', '-an'), ('y4m', '-an -t 0.2')]:
    made(kind, 'ffmpeg', f'ffmpeg -y -loglevel error -i src.mp4 {extra} out.{kind}', **(FILM if kind in ['mp4', 'mov', 'mkv', 'webm', 'ogv', 'avi', 'mpg', 'y4m', 'ivf'] else {}))
made('m2ts', 'ffmpeg-188', 'ffmpeg -y -loglevel error -i src.mp4 -c copy -f mpegts out.ts', 'out.ts', extension='ts')
made('mp4', 'ffmpeg-faststart', 'ffmpeg -y -loglevel error -i src.mp4 -c copy -movflags faststart out.mp4', **FILM)
made('mp4', 'ffmpeg-fragmented', 'ffmpeg -y -loglevel error -i src.mp4 -c copy -movflags frag_keyframe+empty_moov out.mp4', **FILM)
made('mkv', 'mkvtoolnix', 'mkvmerge -q -o out.mkv src.mp4', **FILM)
made('webm', 'mkvtoolnix', 'ffmpeg -y -loglevel error -i src.mp4 -c:v libvpx -b:v 50k -an in.webm; mkvmerge -q --webm -o out.webm in.webm', **FILM)
made('mkv', 'ffmpeg-live', 'ffmpeg -y -loglevel error -i src.mp4 -c copy -live 1 -f matroska - > out.mkv', **FILM)

# ---------------------------------------------------------------- archives, programs
os.makedirs('d', exist_ok=True)
for name in ['text.txt', 'table.csv', 'src.png']:
    shutil.copy(name, 'd/' + name)
made('zip', 'infozip', 'zip -q -r out.zip d', entries=4)
made('zip', '7zip', '7z a -tzip out.zip d >/dev/null')
made('zip', 'libarchive', 'bsdtar -a -cf out.zip d')
write('zip.py', "import zipfile\nz = zipfile.ZipFile('out.zip', 'w', zipfile.ZIP_DEFLATED); z.write('text.txt'); z.comment = b'a comment of the archive'; z.close()")
made('zip', 'python-commented', '/usr/bin/python3 zip.py', entries=1)
made('zip', 'infozip-streamed', 'cat text.txt | zip -q out.zip -')
made('zip', 'python-empty', "/usr/bin/python3 -c \"import zipfile; zipfile.ZipFile('out.zip', 'w').close()\"", entries=0)
made('zip', '7zip-lzma', '7z a -tzip -mm=LZMA out.zip d >/dev/null')
made('zip', 'infozip-stub', 'zip -q in.zip text.txt; (echo "#!/bin/sh"; echo "exec unzip \\$0"; cat in.zip) > out.zip; zip -q -A out.zip')
made('zip', 'infozip-locked', 'zip -q -P tide out.zip text.txt', state='locked')
made('zip', '7zip-locked-aes', '7z a -tzip -ptide -mem=AES256 out.zip text.txt >/dev/null', state='locked')
made('7z', '7zip', '7z a out.7z d >/dev/null')
made('7z', '7zip-solid-many', 'mkdir -p many; for i in $(seq 60); do cp text.txt many/file-$i.txt; done; 7z a out.7z many >/dev/null')
made('7z', 'libarchive', 'bsdtar --format 7zip -cf out.7z d')
made('7z', '7zip-locked', '7z a -ptide out.7z d >/dev/null', state='locked')
made('7z', '7zip-locked-names', '7z a -ptide -mhe=on out.7z d >/dev/null', state='locked')
made('7z', '7zip-empty', 'mkdir -p none; bsdtar --format 7zip -cf out.7z -T /dev/null')
for name, how in [('gnu', '--format=gnu'), ('posix', '--format=pax'), ('ustar', '--format=ustar'), ('v7', '--format=v7')]:
    made('tar', f'gnutar-{name}', f'tar {how} -cf out.tar d', entries=4)
made('tar', 'libarchive', 'bsdtar -cf out.tar d')
made('tar', 'gnutar-empty', 'tar -cf out.tar -T /dev/null', entries=0)
made('tar.gz', 'gnutar', 'tar -czf out.tar.gz d')
made('tar.gz', 'libarchive', 'bsdtar -czf out.tgz d', 'out.tgz', extension='tgz')
for kind, tool in [('bz2', 'bzip2'), ('xz', 'xz'), ('zst', 'zstd -q'), ('lz4', 'lz4 -q'), ('gz', 'gzip -n'), ('lzma', 'lzma'), ('lz', 'lzip')]:
    made(kind, tool.split()[0], f'{tool} -c < table.csv > out.{kind}')
made('gz', 'gzip-members', '(gzip -c < table.csv; gzip -c < text.txt) > out.gz')
made('gz', 'python', "/usr/bin/python3 -c \"import gzip; gzip.open('out.gz', 'wb').write(b'limpets' * 90)\"")
made('gz', '7zip', '7z a -tgzip out.gz table.csv > /dev/null')
made('bz2', '7zip', '7z a -tbzip2 out.bz2 table.csv > /dev/null')
made('xz', '7zip', '7z a -txz out.xz table.csv > /dev/null')
for kind, letter in [('tar.bz2', 'j'), ('tar.xz', 'J')]:
    made(kind, 'gnutar', f'tar -c{letter}f out.{kind} d')
made('tar.zst', 'gnutar', 'tar --zstd -cf out.tar.zst d')
made('z', 'ncompress', 'compress -c < text.html > out.z')
made('cab', 'gcab', 'gcab -c out.cab text.txt table.csv', entries=2)
made('arj', 'arj', 'arj a out.arj text.txt table.csv >/dev/null')
made('lzh', 'jlha', 'jlha a out.lzh text.txt table.csv || jlha-utils a out.lzh text.txt')
made('cpio', 'cpio', 'ls text.txt table.csv | cpio -o -H newc > out.cpio')
made('cpio', 'libarchive', 'bsdtar --format cpio -cf out.cpio d')
made('ar', 'binutils', 'ar rc out.ar text.txt table.csv', entries=2)
run('mkdir -p p/DEBIAN && printf "Package: tide\\nVersion: 1\\nArchitecture: all\\nMaintainer: Mira Sand <mira@tide.example>\\nDescription: tide\\n" > p/DEBIAN/control')
made('deb', 'dpkg', 'dpkg-deb -b p out.deb >/dev/null')
write('t.spec', 'Name: tide\nVersion: 1\nRelease: 1\nSummary: tide\nLicense: MIT\nBuildArch: noarch\n%description\ntide\n%files\n')
made('rpm', 'rpmbuild', 'rpmbuild -bb --define "_rpmdir $PWD" t.spec && cp noarch/*.rpm out.rpm')
write('Tide.java', 'public class Tide { public static void main(String[] a) { System.out.println("tide"); } }\n')
keep('java', 'by-hand', 'Tide.java')
made('class', 'javac', 'javac Tide.java', 'Tide.class', extension='class')
made('jar', 'jar', 'jar cf out.jar Tide.class')
made('iso', 'genisoimage', 'genisoimage -quiet -V TIDE -o out.iso text.txt', title='TIDE')
made('iso', 'xorriso', 'xorriso -as mkisofs -quiet -V SHORE -o out.iso text.txt', title='SHORE')
made('iso', 'libarchive', 'bsdtar --format iso9660 -cf out.iso text.txt')
for kind, how in [('qcow2', 'qcow2'), ('vmdk', 'vmdk'), ('vhd', 'vpc')]:
    made(kind, 'qemu', f'qemu-img create -q -f {how} out.{kind} 64k')
write('t.c', 'int main(void) { return 0; }\n')
keep('c', 'by-hand', 't.c')
made('elf', 'gcc', 'gcc -Os -s -o out.elf t.c')
run('printf "void mainCRTStartup(void) {}" > e.c')
made('exe', 'mingw', 'x86_64-w64-mingw32-gcc -s -nostdlib -o out.exe e.c || i686-w64-mingw32-gcc -s -nostdlib -o out.exe e.c')
made('wasm', 'by-hand-after-specification', "printf '\\000asm\\001\\000\\000\\000' > out.wasm")
write('msi.idt', 'Property\tValue\ns72\tl0\nProperty\tProperty\nTitle\tTide\n')
made('msi', 'msitools', 'msibuild out.msi -s "Tide" "Mira" -i msi.idt')

# ---------------------------------------------------------------- mail, geodata, data
write('mail.py', '''
import mailbox
from email.message import EmailMessage
m = EmailMessage(); m['From'] = 'Mira Sand <mira@tide.example>'; m['To'] = 'all@tide.example'; m['Subject'] = 'Tide pools'; m['Date'] = 'Fri, 16 Oct 2026 12:00:00 +0200'; m.set_content('See attached.\\n'); m.add_attachment(open('src.png', 'rb').read(), maintype='image', subtype='png', filename='a.png')
open('out.eml', 'wb').write(bytes(m))
b = mailbox.mbox('out.mbox'); b.add(m); b.add(m); b.close()
''')
made('eml', 'python', '/usr/bin/python3 mail.py', title='Tide pools')
keep('mbox', 'python', 'out.mbox')
write('points.geojson', '{"type":"FeatureCollection","features":[{"type":"Feature","properties":{"name":"rock a","limpets":7},"geometry":{"type":"Point","coordinates":[-9.1,38.7]}},{"type":"Feature","properties":{"name":"rock b","limpets":12},"geometry":{"type":"Point","coordinates":[-9.2,38.8]}}]}')
keep('geojson', 'by-hand', 'points.geojson')
for kind, driver in [('geojson', 'GeoJSON'), ('gpx', 'GPX -dsco GPX_USE_EXTENSIONS=YES'), ('kml', 'KML'), ('gml', 'GML'), ('gpkg', 'GPKG'), ('fgb', 'FlatGeobuf'), ('sqlite', 'SQLite'), ('mif', '"MapInfo File"'), ('dxf', 'DXF -skipfailures'), ('kmz', 'LIBKML'), ('xlsx', 'XLSX'), ('ods', 'ODS'), ('csv', 'CSV')]:
    made(kind, 'gdal', f'rm -rf out.{kind}; ogr2ogr -f {driver} out.{kind} points.geojson', **({'rows': 2} if kind == 'csv' else {}))
run('rm -rf shapes; ogr2ogr -f "ESRI Shapefile" shapes points.geojson')
for kind in ['shp', 'shx', 'dbf', 'prj']:
    keep(kind, 'gdal', f'shapes/points.{kind}', **({'rows': 2, 'columns': 2} if kind == 'dbf' else {}))
run('rm -rf tabs; mkdir tabs; ogr2ogr -f "MapInfo File" tabs/t.tab points.geojson')
keep('tab', 'gdal', 'tabs/t.tab')
made('asc', 'gdal', 'gdal_translate -q -of AAIGrid src.pgm out.asc', columns=96, rows=64)
made('tif', 'gdal', 'gdal_translate -q -of GTiff src.png out.tif', **SIZE)
made('vrt', 'gdal', 'gdal_translate -q -of VRT src.png out.vrt')
made('nc', 'gdal', 'gdal_translate -q -of netCDF src.pgm out.nc')
made('jpg', 'gdal', 'gdal_translate -q -of JPEG src.png out.jpg', **SIZE)
write('t.cdl', 'netcdf t { dimensions: x = 3 ; variables: float v(x) ; data: v = 1, 2, 3 ; }\n')
made('nc', 'netcdf', 'ncgen -o out.nc t.cdl')
made('h5', 'netcdf', 'ncgen -4 -o out.h5 t.cdl')
write('arrays.py', '''
import numpy, scipy.io, h5py
numpy.save('out.npy', numpy.arange(12.0).reshape(3, 4)); numpy.savez('out.npz', a=numpy.arange(3)); scipy.io.savemat('out.mat', {'a': numpy.arange(3)})
f = h5py.File('py.h5', 'w'); f['a'] = numpy.arange(40); f.close()
''')
run('/usr/bin/python3 arrays.py')
for kind in ['npy', 'npz', 'mat']:
    keep(kind, 'numpy' if kind != 'mat' else 'scipy', f'out.{kind}')
keep('h5', 'h5py', 'py.h5')
made('sqlite', 'sqlite3', 'rm -f out.sqlite; sqlite3 out.sqlite "create table t (a); insert into t values (7)"')
write('de.po', 'msgid ""\nmsgstr ""\n"Content-Type: text/plain; charset=UTF-8\\n"\n\nmsgid "tide"\nmsgstr "Tide"\n')
keep('po', 'by-hand', 'de.po')
made('mo', 'gettext', 'msgfmt -o out.mo de.po')
write('pcap.py', "import struct\nopen('out.pcap', 'wb').write(struct.pack('<IHHiIII', 0xa1b2c3d4, 2, 4, 0, 0, 65535, 1) + struct.pack('<IIII', 1, 0, 14, 14) + bytes(14))")
made('pcap', 'by-hand-after-specification', '/usr/bin/python3 pcap.py', version='2.4')
for kind in ['pdb', 'mol', 'cif', 'sdf']:
    made('mol' if kind == 'sdf' else kind, 'openbabel', f'obabel -:CCO --gen2d -o{kind} -O out.{kind}', f'out.{kind}', extension=kind)
write('list.py', "import plistlib\nplistlib.dump({'a': [1, 2]}, open('b.plist', 'wb'), fmt=plistlib.FMT_BINARY)\nplistlib.dump({'a': [1, 2]}, open('x.plist', 'wb'))\nplistlib.dump({'URL': 'https://tide.example/'}, open('x.webloc', 'wb'))\nplistlib.dump({'URL': 'https://tide.example/'}, open('b.webloc', 'wb'), fmt=plistlib.FMT_BINARY)")
run('/usr/bin/python3 list.py')
for path in ['b.plist', 'x.plist', 'x.webloc', 'b.webloc']:
    keep(path.split('.')[1], 'python', path)
made('pem', 'openssl', 'openssl req -x509 -newkey rsa:1024 -nodes -keyout /dev/null -out out.pem -subj /CN=tide -days 1')
run('gpg --batch --quiet --symmetric --passphrase tide --armor -o out.pgp text.txt')
keep('pgp', 'gnupg', 'out.pgp')

# ---------------------------------------------------------------- fonts
FONT = '/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf'
made('ttf', 'fonttools', f'pyftsubset {FONT} --text=limpet --output-file=out.ttf')
shutil.copy('out.ttf', 'small.ttf') if os.path.exists('out.ttf') else None
made('woff', 'fonttools', f'pyftsubset {FONT} --text=limpet --flavor=woff --output-file=out.woff')
made('woff2', 'woff2', 'cp small.ttf w.ttf && woff2_compress w.ttf', 'w.woff2', extension='woff2')
made('otf', 'fonttools', 'pyftsubset /usr/share/fonts/opentype/urw-base35/C059-Roman.otf --text=limpet --output-file=out.otf')
write('ttc.py', "from fontTools.ttLib import TTCollection, TTFont\nc = TTCollection(); c.fonts = [TTFont('small.ttf'), TTFont('small.ttf')]; c.save('out.ttc')")
made('ttc', 'fonttools', '/usr/bin/python3 ttc.py', entries=2)
for path in ['/usr/share/doc/texlive-doc/pdftex/tests/01-fake-interword-space/dummy-space.pfb']:
    keep('pfb', 'debian', path)
write('t.bdf', 'STARTFONT 2.1\nFONT -t-t-medium-r-normal--8-80-75-75-c-80-iso8859-1\nSIZE 8 75 75\nFONTBOUNDINGBOX 8 8 0 0\nSTARTPROPERTIES 2\nFONT_ASCENT 8\nFONT_DESCENT 0\nENDPROPERTIES\nCHARS 1\nSTARTCHAR a\nENCODING 97\nSWIDTH 500 0\nDWIDTH 8 0\nBBX 8 8 0 0\nBITMAP\n00\n3C\n42\n42\n7E\n42\n42\n00\nENDCHAR\nENDFONT\n')
keep('bdf', 'by-hand', 't.bdf')
made('pcf', 'bdftopcf', 'bdftopcf -o out.pcf t.bdf')

# ---------------------------------------------------------------- text by hand, in the encodings people meet
for kind, text in {
    'txt': 'A plain line of text.\nAnd another one.\n', 'md': open('text.md').read(), 'json': '{"rocks": [{"name": "a", "limpets": 7}]}', 'ndjson': '{"a": 1}\n{"a": 2}\n', 'yaml': 'rocks:\n  - name: a\n    limpets: 7\n', 'toml': '[rock]\nname = "a"\n', 'ini': '[rock]\nname=a\n',
    'tsv': 'rock\tlimpets\na\t7\nb\t12\n', 'srt': '1\n00:00:01,000 --> 00:00:02,000\nLimpets\n', 'vtt': 'WEBVTT\n\n00:01.000 --> 00:02.000\nLimpets\n', 'ass': '[Script Info]\nScriptType: v4.00+\n\n[Events]\nDialogue: 0,0:00:01.00,0:00:02.00,Default,,0,0,0,,Limpets\n',
    'bib': '@book{sand2026, author = {Mira Sand}, title = {Tide pools}, year = 2026}\n', 'ris': 'TY  - BOOK\nAU  - Sand, Mira\nTI  - Tide pools\nER  - \n', 'ics': 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//tide//EN\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20261016T120000Z\r\nDTSTART:20261016T120000Z\r\nSUMMARY:Tide\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n',
    'vcf': 'BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Mira Sand\r\nEND:VCARD\r\n', 'musicxml': '<?xml version="1.0" encoding="UTF-8"?>\n<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>A</part-name></score-part></part-list><part id="P1"><measure number="1"/></part></score-partwise>\n',
    'svg': '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><rect width="10" height="10"/></svg>', 'html': '<!DOCTYPE html>\n<html lang="en"><head><title>Tide</title></head><body><p>Limpets</p></body></html>\n', 'xml': '<?xml version="1.0"?>\n<rocks><rock name="a"/></rocks>\n', 'rss': '<?xml version="1.0"?>\n<rss version="2.0"><channel><title>Tide</title><link>https://tide.example</link><description>d</description></channel></rss>\n',
    'ttml': '<?xml version="1.0"?>\n<tt xmlns="http://www.w3.org/ns/ttml" xml:lang="en"><body><div><p begin="1s" end="2s">Limpets</p></div></body></tt>\n', 'osm': '<?xml version="1.0"?>\n<osm version="0.6"><node id="1" lat="38.7" lon="-9.1"/></osm>\n', 'topojson': '{"type":"Topology","objects":{},"arcs":[]}',
    'py': 'import math\n\ndef area(r):\n    return math.pi * r ** 2\n', 'js': 'export const area = r => Math.PI * r ** 2\n', 'ts': 'export const area = (r: number): number => Math.PI * r ** 2\n', 'css': 'body { color: teal }\n', 'cpp': '#include <iostream>\nint main() { std::cout << "tide"; }\n', 'r': 'x <- c(1, 2, 3)\nprint(mean(x))\n', 'sql': 'select * from rocks where limpets > 3;\n', 'sh': '#!/bin/sh\necho tide\n',
    'gcode': 'G21\nG90\nG1 X10 Y5 F1200\nM30\n', 'usda': '#usda 1.0\ndef Xform "rock" {\n}\n', 'ly': '\\version "2.24.0"\n{ c\' d\' e\' }\n', 'diff': '--- a/t\n+++ b/t\n@@ -1 +1 @@\n-rock\n+limpet\n', 'log': '2026-10-16 12:00:01 started\n2026-10-16 12:00:02 ended\n', 'm3u': '#EXTM3U\n#EXTINF:1,Tide\ntide.mp3\n',
    'fasta': '>rock a\nACGTACGTACGTACGT\n', 'fastq': '@r1\nACGTACGT\n+\nIIIIIIII\n', 'url': '[InternetShortcut]\r\nURL=https://tide.example/\r\n', 'desktop': '[Desktop Entry]\nType=Link\nName=Tide\nURL=https://tide.example/\n', 'gdoc': '{"url":"https://tide.example/open?id=1","doc_id":"1","email":"mira@tide.example"}', 'go': 'package main\n\nfunc main() {}\n', 'rs': 'fn main() {}\n', 'php': '<?php echo "tide";\n', 'ipynb': '{"cells": [], "metadata": {}, "nbformat": 4, "nbformat_minor": 5}\n', 'lyx': '#LyX 2.3 created this file\n\\lyxformat 544\n\\begin_document\n\\end_document\n',
    'mht': 'From: <Saved>\nSubject: Tide\nMIME-Version: 1.0\nContent-Type: multipart/related; type="text/html"; boundary="b"\n\n--b\nContent-Type: text/html\n\n<html></html>\n--b--\n', 'pgm': 'P2\n# a comment\n2 2\n255\n0 64\n128 255\n', 'vtk': '# vtk DataFile Version 3.0\nt\nASCII\nDATASET POLYDATA\nPOINTS 1 float\n0 0 0\n',
}.items():
    write(f't.{kind}', text)
    keep(kind, 'by-hand-in-its-grammar', f't.{kind}')
for name, text, encoding in [('utf-16le', '\ufeffTide pools\r\nlimpets\r\n', 'utf-16-le'), ('utf-16be', '\ufeffTide pools\nlimpets\n', 'utf-16-be'), ('utf-8', '\ufeffGezeitenbecken für Schüler\n', 'utf-8'), ('windows-1252', 'Gezeitenbecken für Schüler – „Ebbe“\n', 'cp1252')]:
    write('t.txt', text.encode(encoding), 'wb')
    keep('txt', f'by-hand-{name}', 't.txt', encoding=name)
write('t.csv', 'name\nAna\nBo\n')
keep('csv', 'by-hand-one-column', 't.csv')
write('t.csv', 'a;"b;c"\r\n1;"two\r\nlines"\r\n3;4\r\n')
keep('csv', 'by-hand-quoted', 't.csv', delimiter=';', rows=2, columns=2, lineEnds='crlf')

# ---------------------------------------------------------------- what independent tools measure
TOOLS = {}
for entry in FILES:
    if entry['state'] != 'ok':
        continue
    props = entry.setdefault('props', {})
    path, kind = entry['path'], entry['id']
    if kind == 'pdf':
        for line in run(f'pdfinfo {path}').stdout.decode(errors='replace').splitlines():
            if line.startswith('Pages:'):
                props['pages'] = int(line.split()[1])
            if line.startswith('PDF version:'):
                entry['version'] = line.split()[2]
        fonts = [line for line in run(f'pdffonts {path}').stdout.decode(errors='replace').splitlines()[2:] if line.strip()]
        if fonts:
            props['fontsEmbedded'] = all(line[-40:].split()[-5] == 'yes' for line in fonts)
    if kind in ['wav', 'flac', 'mp3', 'ogg', 'opus', 'aiff', 'au', 'm4a', 'mp4', 'mov', 'mkv', 'webm', 'wma', 'wv', 'mka', 'w64', 'tta']:
        report = run(f'ffprobe -v quiet -print_format json -show_format -show_streams {path}').stdout.decode()
        found = json.loads(report[report.find('{'):] or '{}') if '{' in report else {}
        duration = found.get('format', {}).get('duration')
        if duration and 'piped' not in path and 'live' not in path and 'fragmented' not in path:
            props['duration'] = round(float(duration), 3)
        for stream in found.get('streams', []):
            if stream['codec_type'] == 'audio' and kind not in ['opus']:
                props['sampleRate'], props['channels'] = int(stream['sample_rate']), stream['channels']
    if kind in ['zip', 'jar'] and 'stub' not in path and 'lzma' not in path:
        lines = run(f'zipinfo -1 {path}').stdout.decode(errors='replace').splitlines()
        props['entries'] = 0 if 'empty' in path else len(lines)
    if kind == 'stl' and 'open' not in entry['producer']:
        report = run(f'admesh {path}').stdout.decode(errors='replace')
        for line in report.splitlines():
            if line.startswith('Number of facets'):
                props['triangles'] = int(line.split(':')[1].split()[0])
            if line.startswith('Min X'):
                low, high = [float(part.split('=')[1]) for part in line.split(',')]
                props['sizeX'] = round(high - low, 3)
    if not props:
        del entry['props']

with zipfile.ZipFile(OUT, 'w', zipfile.ZIP_DEFLATED, compresslevel=9) as archive:
    for entry in FILES:
        archive.write(entry['path'])
    archive.writestr('truth.json', json.dumps(FILES, indent=1, ensure_ascii=False))
print(f'{len(FILES)} files of {len({entry["id"] for entry in FILES})} formats, {os.path.getsize(OUT)} bytes; passed over: {", ".join(SKIPPED) or "none"}')
shutil.rmtree(HERE, ignore_errors=True)
