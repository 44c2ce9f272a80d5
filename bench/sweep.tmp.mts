import { existsSync, mkdirSync } from 'node:fs';
import { addLargeGradebook } from '../demo/largeGradebook';
import { startDemo } from '../demo/start';
const folder='/tmp/bigdemo';
if(!existsSync(folder)){ mkdirSync(folder); const d=await startDemo({dataFolder:folder,port:0}); d.server.close();d.server.closeAllConnections();await d.close();
 let t=performance.now(); await addLargeGradebook(folder,{students:2000,forums:40,posts:4}); console.log('laid out',performance.now()-t);}
let t=performance.now();
const d=await startDemo({dataFolder:folder,port:0});
console.log('start',performance.now()-t);
const base=`http://127.0.0.1:${d.port}`;
const enter=async(p:string)=>{const r=await fetch(base+'/api/demo/session',{method:'POST',headers:{'content-type':'application/json'},body:JSON.stringify({personId:p})});if(!r.ok)console.log(p,r.status,await r.text());return r.headers.getSetCookie()[0]!.split(';')[0]!;};
const { endpoints } = await import('../contract/openapi');
const C='/api/courses/wide-course';
const wait=(ms:number)=>new Promise(r=>setTimeout(r,ms));
if(process.env.WAIT) await wait(Number(process.env.WAIT));
for(const who of ['wide-s7','wide-instructor']){
  const cookie=await enter(who);
  console.log('==',who);
  for(const e of endpoints){
    if(e.method!=='get'||!e.path.includes(':course'))continue;
    let path=e.path.replace(':course','wide-course').replace(':forum','wide-f3').replace(':item','wide-f3').replace(':student','wide-s9').replace(':post','wide-f3-s9-0').replace(':person','wide-s9');
    if(/:/.test(path)) continue;
    if(/changed|bodies/.test(path)) path+='?posts=wide-f3-s9-0';
    if(/rows$/.test(path)) path+='?students=wide-s9';
    if(/found$/.test(path)) path+='?find=water';
    const times:number[]=[];let status=0,size=0;
    for(let i=0;i<2;i++){const t=performance.now();const r=await fetch(base+path,{headers:{cookie}});size=(await r.text()).length;status=r.status;times.push(performance.now()-t);}
    if(status!==404&&status!==403&&(times[0]!>40||status>=400)) console.log(status,times.map(x=>x.toFixed(0)).join(' '),(size/1000).toFixed(0)+'k',path.replace(C,''));
  }
}
process.exit();
