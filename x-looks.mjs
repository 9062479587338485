import { chromium } from '@playwright/test'; import sharp from 'sharp';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const home='http://127.0.0.1:4000'; const phone = process.env.PHONE;
const p = await (await b.newContext({ viewport: { width: 1280, height: 1400 } })).newPage();
await p.goto(home); await p.getByRole('button',{name:'Enter as Wren'}).click(); await p.getByRole('heading',{name:'Quizzes'}).waitFor();
await p.goto(home+'/quizzes/tourer/style'); await p.waitForTimeout(1500);
await p.addStyleTag({content:'.stands{max-height:none!important;overflow:visible!important}'});
if (phone) await p.getByRole('radio',{name:'Phone'}).click();
const kind = process.argv[2]; const pg = process.argv[3];
await p.getByRole('radio',{name:kind,exact:true}).click();
if (pg) { await p.getByRole('button',{name:/Page/}).click(); await p.getByRole('option',{name:pg}).first().click(); }
const names=['Chalk','Meadow','Night camp','Blackboard','Flapjack','Enamel','Signpost','Ticket','Fair day'];
const shots=[];
for (const n of names) { await p.getByRole('radio',{name:new RegExp('^'+n)}).click(); await p.waitForTimeout(500);
 const opt = p.locator('.stands input[type=radio], .stands input[type=checkbox]').nth(1); if (await opt.count()) await opt.check({force:true}).catch(()=>{}); await p.waitForTimeout(200);
 shots.push(await p.locator('.stands').screenshot()); }
await b.close();
const W= phone?300:560; const imgs=await Promise.all(shots.map(s=>sharp(s).resize({width:W}).toBuffer({resolveWithObject:true})));
const cols=phone?5:3; const H=Math.max(...imgs.map(i=>i.info.height));
await sharp({create:{width:cols*(W+8),height:Math.ceil(9/cols)*(H+8),channels:3,background:'#888'}}).composite(imgs.map((i,k)=>({input:i.data,left:(k%cols)*(W+8),top:Math.floor(k/cols)*(H+8)}))).png().toFile(process.env.OUT??'/tmp/looks.png');
