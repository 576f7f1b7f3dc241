package org.ankerdraft.core.step.hole;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.step.hole.Hole.Place;

/** A place with its id, or for short the bare point. */
final class PlaceForm {
  private static final Field<Place, String> ID =
      Field.<Place, String>of("id", TextForm.ID, Place::id)
          .about("the hole's faces are named after it; default its number in the list");
  private static final Field<Place, Point2> AT =
      Field.<Place, Point2>of("at", Point2.FORM, Place::at).required().label("");

  static final RecordForm<Place> FORM =
      RecordForm.<Place>of("place", List.of(ID, AT), v -> new Place(v.get(ID), v.get(AT)))
          .orShort(Point2.FORM, at -> new Place(null, at));

  private PlaceForm() {}
}
