import { readFileSync, writeFileSync } from 'node:fs';
import { relative } from 'node:path';
import ts from 'typescript';
type In={old:string,sym:string,meaning:string};
const map=new Map<string,{expr:string,ins:In[]}>();
for(const l of readFileSync('/tmp/fm/map.txt','utf8').trim().split('\n')){ const [f,v,e,ins]=l.split('|').length===4?l.split('|'):(()=>{const parts=l.split('|'); return [parts[0],parts[1],parts.slice(2,-1).join('|'),parts.at(-1)!]})();
  map.set(`core/src/${f}.ts#${v}`,{expr:e,ins:ins.split(';').map(x=>{const [head,...m]=x.trim().split(' '); const [old,sym]=head.split('>'); return {old,sym:sym??old,meaning:m.join(' ')}})}); }
const cfg=ts.getParsedCommandLineOfConfigFile('core/tsconfig.json',{},{...ts.sys,onUnRecoverableConfigFileDiagnostic(){}} as never)!;
const prog=ts.createProgram(cfg.fileNames,cfg.options); const ck=prog.getTypeChecker();
const edits=new Map<string,[number,number,string][]>(); const add=(f:string,a:number,b:number,s:string)=>{const k=relative(process.cwd(),f); if(!edits.has(k)) edits.set(k,[]); edits.get(k)!.push([a,b,s])};
const isId=(s:string)=>/^[\p{ID_Start}_$][\p{ID_Continue}$]*$/u.test(s);
const key=(s:string)=>isId(s)?s:`'${s}'`; const acc=(o:string,s:string)=>isId(s)?`${o}.${s}`:`${o}['${s}']`;
const used=new Set<string>();
const declOf=(e:ts.Expression):string|undefined=>{ let sym=ck.getSymbolAtLocation(e); if(sym&&sym.flags&ts.SymbolFlags.Alias) sym=ck.getAliasedSymbol(sym); const d=sym?.valueDeclaration; return d&&ts.isVariableDeclaration(d)?`${relative(process.cwd(),d.getSourceFile().fileName)}#${d.name.getText()}`:undefined };
const rename=(o:ts.Expression|undefined,m:{ins:In[]},where:string)=>{ if(!o) return; if(!ts.isObjectLiteralExpression(o)){ console.log('!! inputs no literal',where,o.getText().slice(0,60)); return;} for(const p of o.properties){ if(ts.isSpreadAssignment(p)){console.log('!! spread',where,p.getText().slice(0,60)); continue;} const n=p.name!.getText().replace(/'/g,''); const i=m.ins.find(x=>x.old===n); if(!i){console.log('!! unknown',where,n); continue;} if(i.sym===i.old) continue; if(ts.isShorthandPropertyAssignment(p)) add(o.getSourceFile().fileName,p.getStart(),p.getEnd(),`${key(i.sym)}: ${n}`); else add(o.getSourceFile().fileName,p.name!.getStart(),p.name!.getEnd(),key(i.sym)); } };
for(const sf of prog.getSourceFiles()){ const rel=relative(process.cwd(),sf.fileName); if(!rel.startsWith('core/')) continue;
  const visit=(node:ts.Node):void=>{
    if(ts.isCallExpression(node)&&node.expression.getText()==='formula'&&ts.isObjectLiteralExpression(node.arguments[0])&&ts.isVariableDeclaration(node.parent)){
      const k=`${rel}#${node.parent.name.getText()}`; const m=map.get(k); if(!m){ if(rel.startsWith('core/src')) console.log('!! no map',k); }
      else { used.add(k); const o=node.arguments[0] as ts.ObjectLiteralExpression; const get=(n:string)=>o.properties.find(p=>p.name?.getText()===n) as ts.PropertyAssignment;
        if(m.expr!=='='){ const e=get('expression').initializer; add(sf.fileName,e.getStart(),e.getEnd(),`'${m.expr}'`); }
        const ev=get('evaluate'); const fn=ev.initializer as ts.ArrowFunction; const p=fn.parameters[0];
        add(sf.fileName,ev.getStart(),ev.getStart(),`inputs: { ${m.ins.map(i=>`${key(i.sym)}: '${i.meaning}'`).join(', ')} },\n  `);
        if(p.type) add(sf.fileName,p.name.getEnd(),p.type.getEnd(),'');
        if(ts.isObjectBindingPattern(p.name)) { for(const e of p.name.elements){ const n=(e.propertyName??e.name).getText(); const i=m.ins.find(x=>x.old===n)!; if(i.sym!==i.old) add(sf.fileName,e.getStart(),e.getEnd(),`${key(i.sym)}: ${e.name.getText()}`); } }
        else { const nm=p.name.getText(); const v=(x:ts.Node):void=>{ if(ts.isPropertyAccessExpression(x)&&x.expression.getText()===nm){ const i=m.ins.find(q=>q.old===x.name.text); if(!i) console.log('!! reads',k,x.name.text); else if(i.sym!==i.old) add(sf.fileName,x.getStart(),x.getEnd(),acc(nm,i.sym)); } ts.forEachChild(x,v)}; v(fn.body); } }
    }
    if(ts.isCallExpression(node)&&ts.isPropertyAccessExpression(node.expression)){
      const name=node.expression.name.text;
      if(name==='evaluate'){ const d=declOf(node.expression.expression); const m=d&&map.get(d); if(m) rename(node.arguments[0],m,`${rel}:${sf.getLineAndCharacterOfPosition(node.getStart()).line+1}`); }
      else if(name==='compute'){ let f:ts.Expression|undefined=node.arguments[2]; if(f&&ts.isObjectLiteralExpression(f)){ const sp=f.properties.find(ts.isSpreadAssignment); f=sp?.expression; } const d=f&&declOf(f); const m=d&&map.get(d); const at=`${rel}:${sf.getLineAndCharacterOfPosition(node.getStart()).line+1}`; if(m) rename(node.arguments[3],m,at); else console.log('!! compute of',at,node.arguments[2]?.getText().slice(0,60)); }
    }
    ts.forEachChild(node,visit);
  }; visit(sf); }
for(const k of map.keys()) if(!used.has(k)) console.log('!! unused map',k);
if(process.argv[2]==='write') for(const [f,list] of edits){ let t=readFileSync(f,'utf8'); list.sort((a,b)=>b[0]-a[0]||b[1]-a[1]); for(const [a,b,s] of list) t=t.slice(0,a)+s+t.slice(b); writeFileSync(f,t); }
console.log([...edits.values()].reduce((n,l)=>n+l.length,0),'edits in',edits.size);
