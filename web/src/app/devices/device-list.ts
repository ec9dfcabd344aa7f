import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Devices, DEVICE_KINDS } from './devices';

/** Which devices this screen listens to. */
@Component({
  selector: 'nb-device-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="muted small">Each is a stand-in that makes its readings up, with noise and drift, so that the bench can be tried without one. What it reads is marked “simulated” wherever it goes. Real devices over Web Serial and Bluetooth come behind the same plug.</p>
    @for (k of kinds; track k) {
      <label><input type="checkbox" [checked]="devices.isOn(k)" (change)="devices.set(k, $any($event.target).checked)" /> {{ k.charAt(0).toUpperCase() + k.slice(1) }} <span class="mark">simulated</span></label>
    }
  `,
  styles: `label { display: flex; gap: 10px; align-items: center; padding: 6px 0; border-bottom: 1px solid var(--hairline); } input { width: 20px; height: 20px; accent-color: var(--ink); } .mark { border: 1px dashed var(--warn); color: var(--warn); padding: 0 6px; font-size: 0.82rem; margin-left: auto; }`,
})
export class DeviceList {
  protected readonly devices = inject(Devices);
  protected readonly kinds = DEVICE_KINDS;
}
