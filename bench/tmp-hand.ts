import { chromium } from '@playwright/test'
import { readFileSync } from 'node:fs'
const A='http://127.0.0.1:3210'
const links=JSON.parse(readFileSync('/tmp/t/links.json','utf8'))
const b=await chromium.launch({executablePath:'/usr/bin/chromium'})
const m=await b.newContext({viewport:{width:360,height:740},hasTouch:true,isMobile:true,deviceScaleFactor:2})
const q=await m.newPage()
q.on('console',x=>{ if(x.type()==='error') console.log('console',x.text())})
q.on('pageerror',e=>console.log('pageerror',e.message))
await q.goto(A+'/door#'+links[1].token); await q.waitForSelector('h1'); await q.waitForTimeout(1200)
const files=[
 {name:'IMG_2231.gif',mimeType:'image/gif',buffer:Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7','base64')},
 {name:'export.csv',mimeType:'text/csv',buffer:Buffer.from('site,count\na,1\nb,2\n')},
 {name:'report final.pdf',mimeType:'application/pdf',buffer:Buffer.from('%PDF-1.4 not really')},
]
await q.locator('input[type=file]').first().setInputFiles(files)
await q.waitForTimeout(2500)
await q.screenshot({path:'/tmp/t/d2.png',fullPage:true})
await q.getByRole('button',{name:/^Send/}).click(); await q.waitForTimeout(3000)
await q.screenshot({path:'/tmp/t/d3.png',fullPage:true})
await b.close()
