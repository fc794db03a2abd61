/** Looks of the page: big enough for a phone on the floor, dark letters on light or the other way as the phone wants. */
export const STYLE = `
:root{color-scheme:light dark;--ink:#20262b;--paper:#fffdf8;--mat:#e3e8e0;--blue:#1f4e96}
@media (prefers-color-scheme:dark){:root{--ink:#ece8dd;--paper:#15191c;--mat:#2a322f;--blue:#93b8f2}}
body{font:18px/1.4 system-ui,sans-serif;margin:0 auto;padding:12px;max-width:640px;color:var(--ink);background:var(--paper)}
h1{font-size:1.5rem;margin:.2em 0}h2{font-size:1.15rem}
svg{width:100%;height:52vh;background:var(--mat);display:block}
#now{font-size:1.4rem;font-weight:700;min-height:1.4em;margin:.3em 0}
#count{font-size:2.4rem;font-weight:800;margin:0;min-height:1.2em}
.row{display:flex;flex-wrap:wrap;gap:8px;margin:8px 0}
button{font:inherit;min-height:48px;min-width:48px;padding:0 16px;border:2px solid var(--ink);background:none;color:inherit;border-radius:4px}
button[aria-pressed=true]{background:var(--ink);color:var(--paper)}
input{width:100%;height:44px}
li.on{font-weight:800}
`;

/**
 * What plays the page, as plain script for any phone of the last years. It knows SIDES and BEAT. A foot goes its way
 * by the share 10 s^3 - 15 s^4 + 6 s^5 of its time, round a place where it swings.
 */
export const PLAYER = `
(function(){
var q=function(id){return document.getElementById(id)},svg=q('floor'),NS=svg.namespaceURI,now=0,playing=false,side=0,slow=false,loud=false,last=0,audio=null;
function el(name,more,into){var e=document.createElementNS(NS,name);for(var k in more)e.setAttribute(k,more[k]);into.appendChild(e);return e}
var feet={},steps=[];
function shape(s){var l=s.footM[0],b=s.footM[1];return 'M'+(-b*.45)+' '+(-l*.1)+'Q0 '+(-l*.38)+' '+(b*.45)+' '+(-l*.1)+'L'+(b*.33)+' '+(l*.6)+'Q0 '+(l*.8)+' '+(-b*.33)+' '+(l*.6)+'Z'}
function build(){
 var s=SIDES[side],b=s.box;svg.textContent='';
 svg.setAttribute('viewBox',b[0]+' '+(-(b[1]+b[3]))+' '+b[2]+' '+b[3]);
 s.events.forEach(function(e){el('path',{d:shape(s),fill:'none',stroke:'var(--blue)','stroke-width':.006,'stroke-dasharray':'.02 .015',opacity:.35,transform:place(e[3],e[4],e[5])},svg)});
 ['left','right'].forEach(function(f){var g=el('g',{},svg);el('path',{d:shape(s),fill:'var(--paper)',stroke:'var(--ink)','stroke-width':.014},g);
  var t=el('text',{'font-size':s.footM[0]*.36,'text-anchor':'middle',y:s.footM[0]*.42,fill:'var(--ink)','font-weight':700},g);t.textContent=f==='left'?'L':'R';feet[f]=g});
 q('steps').textContent='';steps=s.moves.map(function(m){var li=document.createElement('li');li.textContent=m[3];q('steps').appendChild(li);return li});
 draw()}
function place(x,y,h){return 'translate('+x+' '+(-y)+') rotate('+h+')'}
function wrap(d){return ((d%360)+540)%360-180}
function at(s,f,t){
 var a=s.start[f],x=a[0],y=a[1],h=a[2];
 for(var i=0;i<s.events.length;i++){var e=s.events[i];if(e[0]!==f||e[1]>t)continue;
  var p=Math.min(1,(t-e[1])/Math.max(.01,e[2]-e[1])),w=p*p*p*(10-15*p+6*p*p);
  if(e.length>6){var cx=e[6],cy=e[7],r0=Math.hypot(x-cx,y-cy),r1=Math.hypot(e[3]-cx,e[4]-cy),d0=Math.atan2(x-cx,y-cy),d1=Math.atan2(e[3]-cx,e[4]-cy),turn=wrap((d1-d0)*180/Math.PI-e[8])+e[8],d=d0+w*turn*Math.PI/180,r=r0+w*(r1-r0);x=cx+r*Math.sin(d);y=cy+r*Math.cos(d)}
  else{x+=w*(e[3]-x);y+=w*(e[4]-y)}
  h+=w*wrap(e[5]-h)}
 return [x,y,h]}
function draw(){
 var s=SIDES[side];
 ['left','right'].forEach(function(f){var p=at(s,f,now);feet[f].setAttribute('transform',place(p[0],p[1],p[2]))});
 var n=-1;s.moves.forEach(function(m,i){if(m[0]<=now)n=i});
 q('now').textContent=n<0?'In stance, '+s.lead+' foot in front':(n+1)+'. '+s.moves[n][2];
 q('count').textContent=now<1?'':String(Math.floor((now-1)/BEAT)+1);
 steps.forEach(function(li,i){li.className=i===n?'on':''});
 q('at').value=String(Math.round(1000*now/s.endS))}
function beep(){if(!loud)return;audio=audio||new (window.AudioContext||window.webkitAudioContext)();var o=audio.createOscillator(),g=audio.createGain();o.frequency.value=880;g.gain.setValueAtTime(.3,audio.currentTime);g.gain.exponentialRampToValueAtTime(.001,audio.currentTime+.05);o.connect(g);g.connect(audio.destination);o.start();o.stop(audio.currentTime+.05)}
function tick(t){
 if(!playing)return;var s=SIDES[side],d=Math.min(.1,(t-last)/1000)*(slow?.5:1),b=Math.floor((now-1)/BEAT);last=t;now+=d;
 if(now>=1&&Math.floor((now-1)/BEAT)>b)beep();
 if(now>=s.endS){now=s.endS;stop()}
 draw();requestAnimationFrame(tick)}
function stop(){playing=false;q('play').textContent='Play'}
q('play').onclick=function(){if(playing){stop();return}if(now>=SIDES[side].endS)now=0;playing=true;q('play').textContent='Stop';last=performance.now();requestAnimationFrame(tick)};
q('side').onclick=function(){side=1-side;now=0;stop();build()};
function toggle(id,set){q(id).onclick=function(){var on=q(id).getAttribute('aria-pressed')!=='true';q(id).setAttribute('aria-pressed',String(on));set(on)}}
toggle('slow',function(on){slow=on});toggle('sound',function(on){loud=on});
q('at').oninput=function(){stop();now=SIDES[side].endS*Number(q('at').value)/1000;draw()};
build()})();
`;
