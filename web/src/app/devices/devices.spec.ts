import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { DeviceList } from './device-list';
import { DEVICE_KINDS, Devices } from './devices';
import { SimulatedScale, noise, simulatedLogger, simulatedMoisture, simulatedThermometer } from './simulated';

describe('stand-ins of devices', () => {
  beforeEach(() => localStorage.removeItem('nelbo-devices'));

  it('a scale shows what was poured, with its noise, and a tare takes it away', () => {
    const scale = new SimulatedScale();
    const t = Date.now();
    jasmine.clock().install().mockDate(new Date(t));
    try {
      scale.read(t);
      scale.pour(0.01);
      jasmine.clock().tick(5000);
      scale.pour(0);
      const reading = scale.read(Date.now());
      expect(Math.abs(reading.value - 0.05)).toBeLessThan(0.0003);
      expect(reading.steady).toBeTrue();
      scale.tare();
      expect(Math.abs(scale.read(Date.now()).value)).toBeLessThan(0.0003);
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('noise is the same for the same seed, and stays within its bounds', () => {
    const [a, b] = [noise(5), noise(5)];
    for (let i = 0; i < 200; i += 1) {
      const x = a();
      expect(x).toBe(b());
      expect(Math.abs(x)).toBeLessThanOrEqual(1);
    }
  });

  it('all of them say that they are simulated, and read something sensible', async () => {
    for (const d of [simulatedThermometer(), simulatedLogger(), simulatedMoisture()]) {
      expect(d.simulated).toBeTrue();
      const reading = await firstValueFrom(d.readings$);
      expect(Number.isFinite(reading.value)).toBeTrue();
      if (d.kind === 'air logger') expect(reading.humidity).toBeGreaterThan(0.3);
    }
  });

  it('what is connected is remembered, and readings come only from what is', async () => {
    const devices = TestBed.inject(Devices);
    expect(devices.of('scale')).toBeUndefined();
    expect(await firstValueFrom(devices.readings('scale'))).toBeUndefined();
    const fixture = TestBed.createComponent(DeviceList);
    await fixture.whenStable();
    const boxes = (fixture.nativeElement as HTMLElement).querySelectorAll<HTMLInputElement>(
      'input[type=checkbox]',
    );
    expect(boxes.length).toBe(DEVICE_KINDS.length);
    boxes[0].click();
    expect(devices.isOn('scale')).toBeTrue();
    expect(devices.of('scale')?.simulated).toBeTrue();
    expect(JSON.parse(localStorage.getItem('nelbo-devices') ?? '[]')).toEqual(['scale']);
    devices.set('scale', false);
    expect(devices.connected()).toEqual([]);
  });
});
