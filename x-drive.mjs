import { chromium } from 'playwright-core'
import { readFileSync, mkdirSync } from 'node:fs'
mkdirSync('/tmp/shots',{recursive:true})
const base=process.env.BASE||'http://127.0.0.1:4173'
const b=await chromium.launch({executablePath:'/usr/bin/chromium-headless-shell',args:['--no-sandbox','--disable-gpu']})
const ctx=await b.newContext({locale:process.env.LOCALE||'en-IE',viewport:{width:+(process.env.W||1280),height:+(process.env.H||800)},colorScheme:process.env.DARK?'dark':'light',serviceWorkers:'block'})
const page=await ctx.newPage()
page.on('pageerror',e=>console.log('PAGEERROR',e.message)); page.on('console',m=>{if(m.type()==='error')console.log('CONSOLE',m.text())})
const shot=(n,o={})=>page.screenshot({path:`/tmp/shots/${n}.png`,...o})
await new Function('page','base','shot','ctx','b',`return (async()=>{${readFileSync(process.argv[2],'utf8')}})()`)(page,base,shot,ctx,b)
await b.close()
