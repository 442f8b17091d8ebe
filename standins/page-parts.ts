/** The stand-ins' own look: slate and moss, so that nobody takes their page for the product's. */
export const style = `
:root{--ground:#f3f5f2;--card:#fff;--ink:#20302c;--soft:#566863;--line:#d3dbd5;--moss:#2f6b52;--moss1:#e3eee7;--rust:#9a4a1c;color-scheme:light dark}
@media(prefers-color-scheme:dark){:root{--ground:#161c1a;--card:#1e2624;--ink:#e4ece8;--soft:#a3b3ad;--line:#36423e;--moss:#86c7a8;--moss1:#26372f;--rust:#e09a6c}}
*{box-sizing:border-box}
body{margin:0;background:var(--ground);color:var(--ink);font:14px/1.45 'Liberation Sans',system-ui,sans-serif}
header{padding:18px 24px 10px;display:flex;gap:8px 24px;align-items:baseline;flex-wrap:wrap}
h1{font-size:20px;margin:0}h2{font-size:16px;margin:0 0 8px}
header p{margin:0;color:var(--soft);flex:1 1 420px}
main{display:grid;grid-template-columns:repeat(auto-fit,minmax(min(560px,100%),1fr));gap:16px;padding:0 24px 32px;align-items:start}
section{background:var(--card);border:1px solid var(--line);border-top:4px solid var(--moss);border-radius:6px;padding:14px 16px;min-width:0}
details{border:1px solid var(--line);border-radius:6px;padding:7px 10px;margin-bottom:12px}
summary{cursor:pointer}summary strong{color:var(--rust)}
form{display:grid;grid-template-columns:1fr 1fr 1fr;gap:10px;margin-top:10px;align-items:end}
form p{grid-column:1/-1;margin:0}
form :is(input,select){width:100%;min-width:0}
form label{min-width:0;display:grid;gap:3px;color:var(--soft);font-size:12.5px}
input,select,button{font:inherit;color:var(--ink);background:var(--card);border:1px solid var(--line);border-radius:5px;padding:4px 8px}
select[multiple]{padding:2px}
button{cursor:pointer}button:hover{background:var(--moss1)}
:focus-visible{outline:2px solid var(--moss);outline-offset:1px}
[role=tablist]{display:flex;flex-wrap:wrap;gap:4px;border-bottom:1px solid var(--line);padding-bottom:6px}
[role=tab]{border-color:transparent;padding:3px 9px;color:var(--soft)}
[role=tab] b{font-weight:600;color:var(--ink)}
[role=tab][aria-selected=true]{background:var(--moss1);color:var(--ink);border-color:var(--moss)}
[role=tabpanel]{max-height:70vh;overflow:auto;margin-top:6px}
table{border-collapse:collapse;width:100%;font-variant-numeric:tabular-nums}
th,td{text-align:left;font-weight:400;border-bottom:1px solid var(--line);padding:4px 10px 4px 0;vertical-align:top}
thead th{position:sticky;top:0;background:var(--card);color:var(--soft);font-size:12.5px}
.none{color:var(--soft)}
@media(max-width:700px){form{grid-template-columns:1fr}}
`

/** Tabs, switches, and following what arrives; a page that is worked on stays as it is. */
export const script = `
const post=(path,body)=>fetch(path,{method:'POST',headers:{'content-type':'application/json'},body:JSON.stringify(body)})
const open={}
function choose(tab){open[tab.closest('section').dataset.base]=tab.dataset.tab
for(const each of tab.parentElement.children){each.setAttribute('aria-selected',each===tab);document.getElementById(each.dataset.tab).hidden=each!==tab}}
async function refresh(){const text=await(await fetch('/')).text()
const next=new DOMParser().parseFromString(text,'text/html').querySelector('main')
const shown=[...document.querySelectorAll('details')].map(each=>each.open)
document.querySelector('main').replaceWith(next)
document.querySelectorAll('details').forEach((each,at)=>each.open=shown[at])
for(const id of Object.values(open)){const tab=document.querySelector('[data-tab="'+id+'"]');if(tab)choose(tab)}}
document.addEventListener('click',async({target})=>{
if(target.closest('[data-tab]'))choose(target.closest('[data-tab]'))
if(target.dataset.behave){await post(target.dataset.behave+'/faults',{});refresh()}
})
document.addEventListener('keydown',({target,key})=>{const tab=target.closest('[data-tab]');if(!tab)return
const next=key==='ArrowRight'?tab.nextElementSibling:key==='ArrowLeft'?tab.previousElementSibling:null
if(next){choose(next);next.focus()}})
document.addEventListener('submit',async event=>{event.preventDefault()
const form=event.target,data=new FormData(form)
const number=name=>Number(data.get(name)||0)
if(form.dataset.happen){await lets(form.dataset.happen,data);return refresh()}
await post(form.dataset.faults+'/faults',{fail:number('fail'),mute:number('mute'),slow:number('slow'),broken:number('broken'),overlap:number('overlap'),
statuses:data.get('status')?[number('status')]:[],storm:number('storm')?{share:number('storm')/100,seed:1}:null,
closedSessions:data.getAll('closedSessions'),unknownStudents:data.getAll('unknownStudents')})
refresh()})
async function lets(base,data){const what=data.get('what'),student=data.get('student')
if(what==='change'){const last=(await(await fetch(base+'/received')).json()).filter(each=>each.part==='results'&&each.entity&&typeof each.entity.score==='number').at(-1)
return last&&post(base+'/happen',{what,part:'results',id:last.id,fields:{score:last.entity.score+1}})}
const users=await(await fetch(base+'/held/users')).json(),user=users.find(each=>each.sourcedId===student)||{}
return post(base+'/happen',what==='rename'?{what,student,givenName:user.givenName||'',familyName:data.get('familyName')||user.familyName||''}
:what==='withdraw'?{what,student,on:new Date().toISOString().slice(0,10)}:{what})}
setInterval(()=>{const busy=document.activeElement?.closest('form')||!document.getElementById('follow').checked||document.hidden||getSelection().toString()
if(!busy)refresh()},3000)
`
