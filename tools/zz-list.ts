import { readFileSync, readdirSync } from 'node:fs';
import ts from 'typescript';
const files=(d:string):string[]=>readdirSync(d,{withFileTypes:true}).flatMap(e=>e.isDirectory()?files(`${d}/${e.name}`):e.name.endsWith('.ts')?[`${d}/${e.name}`]:[]);
for(const f of files('core/src')){
  const sf=ts.createSourceFile(f,readFileSync(f,'utf8'),ts.ScriptTarget.Latest,true); let first=true;
  const visit=(node:ts.Node):void=>{
    if(ts.isCallExpression(node)&&node.expression.getText()==='formula'&&ts.isObjectLiteralExpression(node.arguments[0])){
      const o=node.arguments[0]; const get=(k:string)=>o.properties.find(p=>p.name?.getText()===k) as ts.PropertyAssignment|undefined;
      const str=(k:string)=>{const p=get(k); return p&&ts.isPropertyAssignment(p)&&(ts.isStringLiteral(p.initializer)||ts.isNoSubstitutionTemplateLiteral(p.initializer))?p.initializer.text:p?.getText()};
      const ev=get('evaluate'); const fn=ev&&(ts.isPropertyAssignment(ev)?ev.initializer:ev) as unknown as ts.ArrowFunction;
      if(first){console.log('# '+f.replace('core/src/','')); first=false;}
      console.log((ts.isVariableDeclaration(node.parent)?node.parent.name.getText():'@'+node.parent.getText().slice(0,40))+' | '+str('expression')+' | '+str('unit')+' | '+(fn?fn.getText().replace(/\s+/g,' ').slice(0,200):'-'));
    }
    ts.forEachChild(node,visit);
  }; visit(sf);
}
