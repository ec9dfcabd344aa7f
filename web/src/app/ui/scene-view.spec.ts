import { TestBed } from '@angular/core/testing';
import type { Scene } from '@nelbo/core';
import { SceneView } from './scene-view';

const scene: Scene = {
  width: 100,
  height: 50,
  title: 'Section',
  description: 'two plies',
  items: [
    { type: 'path', id: 'p1', cls: 'ply', d: 'M0 0L10 0L10 10Z', ply: 1, title: 'ply 1' },
    { type: 'path', id: 'old', cls: 'old-laminate', d: 'M0 0L10 0L10 10Z' },
    { type: 'text', id: 'n1', cls: 'ply-number', x: 5, y: 5, text: '1', anchor: 'middle', ply: 1 },
  ],
};

describe('SceneView', () => {
  it('draws, describes itself, and lets a ply be picked and let go', async () => {
    const fixture = TestBed.createComponent(SceneView);
    const picked: (number | undefined)[] = [];
    fixture.componentInstance.pickedChange.subscribe((p) => picked.push(p));
    fixture.componentRef.setInput('scene', scene);
    await fixture.whenStable();
    const svg: SVGElement = fixture.nativeElement.querySelector('svg');
    expect(svg.getAttribute('aria-label')).toBe('two plies');
    svg.querySelector('.ply')?.dispatchEvent(new MouseEvent('click'));
    svg.querySelector('.old-laminate')?.dispatchEvent(new MouseEvent('click'));
    fixture.componentRef.setInput('picked', 1);
    await fixture.whenStable();
    expect(svg.querySelectorAll('.picked').length).toBe(2);
    svg.querySelector('.ply')?.dispatchEvent(new MouseEvent('click'));
    expect(picked).toEqual([1, undefined]);
  });
});
