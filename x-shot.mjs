import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const home='http://127.0.0.1:4000';
const dims=(process.env.D??'1280x800').split('x').map(Number);
const p = await (await b.newContext({ viewport: { width: dims[0], height: dims[1] }, colorScheme: process.env.DARK?'dark':'light' })).newPage();
await p.goto(home); await p.getByRole('button',{name:'Enter as Wren'}).click(); await p.getByRole('heading',{name:'Quizzes'}).waitFor();
for (const spec of process.argv.slice(2)) { const [path,name,...acts]=spec.split('|'); await p.goto(home+path); await p.waitForLoadState('networkidle').catch(()=>{}); 
 for (const a of acts) { if(a.startsWith('click:')) await p.getByRole('button',{name:new RegExp(a.slice(6))}).first().click(); else if(a.startsWith('scroll:')) await p.getByText(a.slice(7)).first().scrollIntoViewIfNeeded(); else if(a.startsWith('top:')) await p.getByRole('heading',{name:a.slice(4)}).first().evaluate(e=>e.scrollIntoView({block:'start'})); else if(a.startsWith('label:')) await p.getByLabel(a.slice(6)).first().click(); else if(a.startsWith('wait:')) await p.waitForTimeout(Number(a.slice(5))); else if(a.startsWith('type:')) await p.keyboard.type(a.slice(5)); else if(a.startsWith('key:')) await p.keyboard.press(a.slice(4)); }
 await p.waitForTimeout(400); await p.screenshot({path:`/tmp/s-${name}.png`}); }
await b.close();
