import { readFileSync, readdirSync } from 'node:fs';
import ts from 'typescript';
const files=(d:string):string[]=>readdirSync(d,{withFileTypes:true}).flatMap(e=>e.isDirectory()?files(`${d}/${e.name}`):e.name.endsWith('.ts')?[`${d}/${e.name}`]:[]);
let n=0, bad=0, idbad=0, rec=0, recbad=0;
const out:string[]=[];
for(const f of files('core/src')){
  const sf=ts.createSourceFile(f,readFileSync(f,'utf8'),ts.ScriptTarget.Latest,true);
  const visit=(node:ts.Node):void=>{
    if(ts.isCallExpression(node)&&node.expression.getText()==='formula'&&ts.isObjectLiteralExpression(node.arguments[0])){
      n++; const o=node.arguments[0]; const get=(k:string)=>o.properties.find(p=>p.name?.getText()===k) as ts.PropertyAssignment|undefined;
      const str=(k:string)=>{const p=get(k); return p&&ts.isPropertyAssignment(p)&&(ts.isStringLiteral(p.initializer)||ts.isNoSubstitutionTemplateLiteral(p.initializer))?p.initializer.text:p?.getText()};
      const id=str('id')??''; const ex=str('expression')??''; const ev=get('evaluate'); const fn=ev&&(ts.isPropertyAssignment(ev)?ev.initializer:ev) as unknown as ts.ArrowFunction;
      const syms=new Set<string>(); const declared=new Set<string>();
      if(fn&&fn.parameters?.[0]){ const p=fn.parameters[0]; const t=p.type?.getText()??''; for(const m of t.matchAll(/'([^']+)'/g)) declared.add(m[1]);
        if(ts.isObjectBindingPattern(p.name)) for(const e of p.name.elements) syms.add((e.propertyName??e.name).getText());
        else { const name=p.name.getText(); const v=(x:ts.Node):void=>{ if(ts.isPropertyAccessExpression(x)&&x.expression.getText()===name) syms.add(x.name.text); if(ts.isElementAccessExpression(x)&&x.expression.getText()===name&&ts.isStringLiteral(x.argumentExpression)) syms.add(x.argumentExpression.text); ts.forEachChild(x,v)}; v(fn.body); } }
      const missing=[...new Set([...syms,...declared])].filter(s=>!new RegExp(`(^|[^\\p{L}\\p{N}_])${s.replace(/[.*+?^${}()|[\]\\]/g,'\\$&')}(?![\\p{L}\\p{N}_])`,'u').test(ex));
      const unread=[...declared].filter(s=>!syms.has(s));
      const wrongId=`core/src/${id}.ts`!==f;
      if(missing.length||unread.length||syms.size===0) {bad++;}
      if(wrongId) idbad++;
      if(missing.length||unread.length||wrongId||syms.size===0) out.push(`${f}:${sf.getLineAndCharacterOfPosition(node.getStart()).line+1} [${ts.isVariableDeclaration(node.parent)?node.parent.name.getText():'inline'}] id=${id}${wrongId?' WRONGFILE':''}\n   ${ex}\n   reads ${[...syms]} declared ${[...declared]} | missing ${missing} unread ${unread}`);
    }
    ts.forEachChild(node,visit);
  }; visit(sf);
}
console.log(out.join('\n')); console.log(n,'formulas',bad,'symbols disagree',idbad,'ids elsewhere');
