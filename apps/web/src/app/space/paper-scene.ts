import { AmbientLight, DirectionalLight, Group, HemisphereLight, Scene } from 'three';

/** A scene in the soft light of a workshop, and in it what stands there: that drives over the ground as one. */
export function newPaperScene(): { readonly scene: Scene; readonly world: Group } {
  const scene = new Scene();
  const world = new Group();
  const sky = new HemisphereLight('#ffffff', '#e8dcc4', 1.5);
  const sun = new DirectionalLight('#fff8ea', 1.9);
  sun.position.set(-0.5, 1, 1.2);
  scene.add(sky, sun, new AmbientLight('#ffffff', 0.55), world);
  return { scene, world };
}
